package org.calmanchor.core.codec;

import org.jspecify.annotations.Nullable;

/** Assembles a structure from its members, and gives its members. */
public interface Composite {
  /** Assembles a structure from its members. It may keep the array. */
  Object assemble(@Nullable Object[] members);

  /** The value to write if Java has null; null if null is an error. */
  default @Nullable Object ofNull() {
    return null;
  }

  /** The member at {@code index} of {@code structure}. */
  @Nullable Object member(Object structure, int index);
}
