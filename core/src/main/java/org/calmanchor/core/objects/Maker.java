package org.calmanchor.core.objects;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.MethodHandle;
import org.jspecify.annotations.Nullable;

/** Calls one constructor, as {@link Getters} reads members: by a handle, until it is much used. */
final class Maker {
  private final Class<?> owner;
  private final MethodHandle direct;
  private Shape shape;
  private int uses;

  /** Makes a whole of its members. */
  @FunctionalInterface
  interface Shape {
    Object make(@Nullable Object[] members) throws Throwable;
  }

  /** Calls the constructor of {@code owner} behind {@code direct}. */
  Maker(Class<?> owner, MethodHandle direct) {
    this.owner = owner;
    this.direct = direct;
    MethodHandle handle =
        direct
            .asSpreader(Object[].class, direct.type().parameterCount())
            .asType(methodType(Object.class, Object[].class));
    this.shape = members -> (Object) handle.invokeExact(members);
  }

  /** A whole of {@code members}. */
  Object make(@Nullable Object[] members) throws Throwable {
    if (uses < HandleLambdas.MUCH && ++uses == HandleLambdas.MUCH) {
      shape = HandleLambdas.maker(owner, direct, shape);
    }
    return shape.make(members);
  }
}
