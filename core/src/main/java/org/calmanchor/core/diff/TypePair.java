package org.calmanchor.core.diff;

import org.calmanchor.core.model.ComplexType;

/** A structure as it was and as it is. Equal to a pair of the same two objects only. */
record TypePair(ComplexType was, ComplexType is) {
  @Override
  @SuppressWarnings("ReferenceEquality") // comparing large types by value would be slow
  public boolean equals(Object other) {
    return other instanceof TypePair that && was == that.was && is == that.is;
  }

  @Override
  public int hashCode() {
    return 31 * System.identityHashCode(was) + System.identityHashCode(is);
  }
}
