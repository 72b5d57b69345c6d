package org.calmanchor.core.objects;

import java.lang.invoke.MethodHandle;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.codec.RefusedValueException;
import org.jspecify.annotations.Nullable;

/** An object that is created empty and filled by setters. */
final class ClassComposite implements Composite {
  private final @Nullable MethodHandle constructor;
  private final @Nullable MethodHandle[] setters;
  private final Getters getters;

  /**
   * Creates a composite for a class.
   *
   * @param constructor makes an empty one; null when members are handed out as they are
   * @param setters takes the object and a value, for each member; null where none can be set
   * @param getters from the object to each member
   */
  ClassComposite(
      @Nullable MethodHandle constructor, @Nullable MethodHandle[] setters, Getters getters) {
    this.constructor = constructor;
    this.setters = setters;
    this.getters = getters;
  }

  @Override
  public Object assemble(@Nullable Object[] members) {
    if (constructor == null) {
      return members;
    }
    try {
      Object structure = (Object) constructor.invokeExact();
      for (int i = 0; i < members.length; i++) {
        MethodHandle setter = setters[i];
        // An absent member keeps the value that the constructor gave it.
        if (members[i] != null && setter != null) {
          setter.invokeExact(structure, members[i]);
        }
      }
      return structure;
    } catch (Error error) {
      throw error;
    } catch (Throwable refused) {
      throw new RefusedValueException(refused);
    }
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    return getters.get(structure, index);
  }
}
