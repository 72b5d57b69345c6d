package org.calmanchor.client;

import java.lang.reflect.InvocationHandler;
import java.lang.reflect.Method;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import org.jspecify.annotations.Nullable;

/** Answers for the methods of an interface by calling. */
final class Calls implements InvocationHandler {
  private static final @Nullable Object[] NONE = new @Nullable Object[0];

  private final Class<?> type;
  private final CallPlans plans;
  private final CallSettings settings;
  private final LastExchanges exchanges;

  Calls(Class<?> type, CallPlans plans, CallSettings settings, LastExchanges exchanges) {
    this.type = type;
    this.plans = plans;
    this.settings = settings;
    this.exchanges = exchanges;
  }

  @Override
  public @Nullable Object invoke(
      Object proxy, Method method, @Nullable Object @Nullable [] arguments) throws Throwable {
    if (method.getDeclaringClass() == Object.class) {
      return ofEveryObject(proxy, method, arguments);
    }
    @Nullable Object[] given = arguments == null ? NONE : arguments;
    CallPlan plan = plans.of(method);
    if (plan == null) {
      if (method.isDefault()) {
        return InvocationHandler.invokeDefault(proxy, method, given);
      }
      throw new UnsupportedOperationException(
          method.getName() + " is no operation of " + type.getName());
    }
    OneCall call = new OneCall(plan, plans.writer(settings.version()), settings, exchanges);
    CompletionStage<@Nullable Object> answered = call.send(given);
    return plan.isAsynchronous() ? answered : waited(answered.toCompletableFuture());
  }

  private static @Nullable Object waited(CompletableFuture<@Nullable Object> answered)
      throws Throwable {
    try {
      return answered.join();
    } catch (CompletionException raised) {
      Throwable cause = raised.getCause();
      if (cause == null) {
        throw raised;
      }
      // The trace leads to the caller, not to a thread that it never saw.
      StackTraceElement[] here = new Throwable().getStackTrace();
      cause.setStackTrace(here);
      throw cause;
    }
  }

  private Object ofEveryObject(
      Object proxy, Method method, @Nullable Object @Nullable [] arguments) {
    return switch (method.getName()) {
      case "equals" -> arguments != null && proxy == arguments[0];
      case "hashCode" -> System.identityHashCode(proxy);
      default -> type.getSimpleName() + " at " + settings.address();
    };
  }
}
