package org.calmanchor.client;

import java.lang.reflect.InvocationHandler;
import java.lang.reflect.Method;
import org.jspecify.annotations.Nullable;

/** Turns method calls on the client's proxy into SOAP calls. */
final class ClientInvocationHandler implements InvocationHandler {
  private static final @Nullable Object[] NONE = new @Nullable Object[0];

  private final Class<?> type;
  private final CallPlans plans;
  private final CallSettings settings;
  private final LastExchanges exchanges;

  ClientInvocationHandler(
      Class<?> type, CallPlans plans, CallSettings settings, LastExchanges exchanges) {
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
          method.getName() + " is not an operation of " + type.getName());
    }
    ClientCall call = new ClientCall(plan, plans.writer(settings.version()), settings, exchanges);
    return plan.isAsynchronous() ? call.send(given) : called(call, given);
  }

  private static @Nullable Object called(ClientCall call, @Nullable Object[] given)
      throws Throwable {
    try {
      return call.call(given);
    } catch (Exception raised) {
      // The stack trace is that of the calling thread, not that of the service or the codec.
      raised.setStackTrace(new Throwable().getStackTrace());
      throw raised;
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
