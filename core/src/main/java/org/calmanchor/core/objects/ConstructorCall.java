package org.calmanchor.core.objects;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.MethodHandle;
import org.jspecify.annotations.Nullable;

/** Calls a constructor by its handle and, if it is called often, by a compiled lambda. */
final class ConstructorCall {
  private final Class<?> owner;
  private final MethodHandle direct;
  private ObjectFactory factory;
  private int uses;

  /** Calls the constructor of {@code owner} by the method handle {@code direct}. */
  ConstructorCall(Class<?> owner, MethodHandle direct) {
    this.owner = owner;
    this.direct = direct;
    MethodHandle handle =
        direct
            .asSpreader(Object[].class, direct.type().parameterCount())
            .asType(methodType(Object.class, Object[].class));
    this.factory = arguments -> (Object) handle.invokeExact(arguments);
  }

  /** Creates an object. */
  Object create(@Nullable Object[] arguments) throws Throwable {
    if (uses < HandleLambdas.MUCH && ++uses == HandleLambdas.MUCH) {
      factory = HandleLambdas.factory(owner, direct, factory);
    }
    return factory.create(arguments);
  }
}
