package org.calmanchor.core.codec;

/** Tells which of several types a value has. */
public interface SubtypeChoice {
  /** No type known here. */
  int UNKNOWN = -1;

  /** The type of {@code value} by its index, or {@link #UNKNOWN}. */
  int of(Object value);

  /** {@code value}, read as the type at {@code index}, so that {@link #of} finds it again. */
  Object marked(Object value, int index);
}
