package org.calmanchor.core.codec;

import org.jspecify.annotations.Nullable;

/** Assembles a structure from its members, and gives its members. */
public interface Composite {
  /** The whole of {@code members}; may keep the array. */
  Object assemble(@Nullable Object[] members);

  /** What is written where Java has null; null when that is a mistake. */
  default @Nullable Object ofNull() {
    return null;
  }

  /** The member at {@code index} of {@code whole}. */
  @Nullable Object member(Object whole, int index);
}
