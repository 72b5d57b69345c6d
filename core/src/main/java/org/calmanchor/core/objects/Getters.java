package org.calmanchor.core.objects;

import static java.lang.invoke.MethodType.methodType;

import java.lang.invoke.MethodHandle;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Reads the members of one class. It starts with method handles, which cost nothing to create. A
 * class that is used often gets compiled lambdas.
 */
final class Getters {
  private final Class<?> owner;
  private final List<MethodHandle> direct;
  private Function<Object, @Nullable Object>[] getters;
  private int uses;

  /** Reads members of {@code owner} with method handles. */
  Getters(Class<?> owner, List<MethodHandle> direct) {
    this.owner = owner;
    this.direct = List.copyOf(direct);
    this.getters = array(this.direct.stream().map(Getters::plain).toList());
  }

  @SuppressWarnings({"unchecked", "rawtypes"}) // there are no arrays of a generic type
  private static Function<Object, @Nullable Object>[] array(
      List<Function<Object, @Nullable Object>> getters) {
    return getters.toArray(new Function[0]);
  }

  private static Function<Object, @Nullable Object> plain(MethodHandle direct) {
    MethodHandle handle = direct.asType(methodType(Object.class, Object.class));
    return structure -> got(handle, structure);
  }

  private static @Nullable Object got(MethodHandle getter, Object structure) {
    try {
      return (Object) getter.invokeExact(structure);
    } catch (Error | RuntimeException raised) {
      throw raised;
    } catch (Throwable checked) {
      throw new IllegalStateException("an accessor failed", checked);
    }
  }

  /** The member at {@code index} of {@code structure}. */
  @Nullable Object get(Object structure, int index) {
    // Not atomic: it does not matter exactly when, or how often, this happens.
    if (index == 0 && uses < HandleLambdas.MUCH && ++uses == HandleLambdas.MUCH) {
      getters =
          array(
              direct.stream()
                  .map(handle -> HandleLambdas.getter(owner, handle, plain(handle)))
                  .toList());
    }
    return getters[index].apply(structure);
  }
}
