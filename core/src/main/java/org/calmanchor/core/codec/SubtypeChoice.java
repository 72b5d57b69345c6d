package org.calmanchor.core.codec;

/** Tells which of several types a value has. */
public interface SubtypeChoice {
  /** Marker: none of the known types. */
  int UNKNOWN = -1;

  /** The index of the type of {@code value}, or {@link #UNKNOWN}. */
  int of(Object value);

  /**
   * Marks {@code value} as one of the type at {@code index}, so that {@link #of} finds that type
   * again.
   */
  Object marked(Object value, int index);

  /**
   * The value to be written as the type at {@code index}: without the mark, if that is in the way.
   */
  default Object unmarked(Object value, int index) {
    return value;
  }
}
