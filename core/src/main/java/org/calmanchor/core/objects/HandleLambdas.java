package org.calmanchor.core.objects;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.LambdaMetafactory;
import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.MethodType;
import java.util.function.Function;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Compiles method handles to lambdas, since the JIT optimises them better. If the class is not
 * accessible for that, the handle is used.
 */
final class HandleLambdas {
  /**
   * The number of uses of a class after which spending tens of microseconds for each member pays
   * off.
   */
  static final int MUCH = 500;

  private static final Logger LOG = LoggerFactory.getLogger(HandleLambdas.class);
  private static final MethodHandles.Lookup LOOKUP = MethodHandles.lookup();

  private HandleLambdas() {}

  /** A generated getter of {@code owner}, or {@code otherwise} if it cannot be generated. */
  @SuppressWarnings("unchecked") // it takes and gives what the handle does
  static Function<Object, @Nullable Object> getter(
      Class<?> owner, MethodHandle direct, Function<Object, @Nullable Object> otherwise) {
    MethodType type = direct.type();
    try {
      return (Function<Object, @Nullable Object>)
          lambda(
                  owner,
                  "apply",
                  Function.class,
                  methodType(Object.class, Object.class),
                  direct,
                  methodType(type.returnType(), type.parameterType(0)).wrap())
              .invoke();
    } catch (Throwable unreachable) {
      note(owner, unreachable);
      return otherwise;
    }
  }

  /**
   * A generated constructor call of {@code owner}, or {@code otherwise} if it cannot be generated.
   */
  static ObjectFactory factory(Class<?> owner, MethodHandle direct, ObjectFactory otherwise) {
    int count = direct.type().parameterCount();
    Class<?> functional = ConstructorInterfaces.of(count);
    if (functional == null) {
      return otherwise;
    }
    try {
      MethodHandle lambda =
          lambda(
              owner,
              "create",
              functional,
              MethodType.genericMethodType(count),
              direct,
              direct.type().wrap());
      return ConstructorInterfaces.factory(lambda.invoke(), count);
    } catch (Throwable unreachable) {
      note(owner, unreachable);
      return otherwise;
    }
  }

  private static MethodHandle lambda(
      Class<?> owner,
      String name,
      Class<?> functional,
      MethodType erased,
      MethodHandle direct,
      MethodType exact)
      throws Throwable {
    MethodHandles.Lookup in = MethodHandles.privateLookupIn(owner, LOOKUP);
    return LambdaMetafactory.metafactory(in, name, methodType(functional), erased, direct, exact)
        .getTarget();
  }

  private static void note(Class<?> owner, Throwable unreachable) {
    LOG.debug(
        "members of {} are reached by plain handles",
        owner.getName(),
        Loggable.failure(unreachable));
  }
}
