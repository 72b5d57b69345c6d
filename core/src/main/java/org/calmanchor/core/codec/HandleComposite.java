package org.calmanchor.core.codec;

import java.lang.invoke.MethodHandle;
import org.jspecify.annotations.Nullable;

/** A structure that is built by a constructor and read by accessors. */
final class HandleComposite implements Composite {
  private final @Nullable MethodHandle constructor;
  private final MethodHandle[] accessors;

  /**
   * A structure; without a constructor its members are handed out as they are.
   *
   * @param constructor from an {@code Object[]} to the whole
   * @param accessors from the whole to each member
   */
  HandleComposite(@Nullable MethodHandle constructor, MethodHandle[] accessors) {
    this.constructor = constructor;
    this.accessors = accessors;
  }

  @Override
  public Object whole(@Nullable Object[] members) {
    if (constructor == null) {
      return members;
    }
    try {
      return (Object) constructor.invokeExact(members);
    } catch (Error error) {
      throw error;
    } catch (Throwable refused) {
      throw new RefusedValueException(refused);
    }
  }

  @Override
  public @Nullable Object member(Object whole, int index) {
    try {
      return (Object) accessors[index].invokeExact(whole);
    } catch (Error | RuntimeException raised) {
      throw raised;
    } catch (Throwable checked) {
      throw new IllegalStateException("an accessor failed", checked);
    }
  }
}
