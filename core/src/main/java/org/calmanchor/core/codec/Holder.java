package org.calmanchor.core.codec;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Converts between the values of an element and what is held for them, such as an Optional or a
 * list.
 */
public interface Holder {
  /** Marker value: write {@code xsi:nil}. (null means: omit the element.) */
  Object NIL = new NilMark();

  /**
   * A class of its own: an object of the JDK, such as an empty map, could be shared with other
   * code.
   */
  final class NilMark {
    private NilMark() {}

    @Override
    public String toString() {
      return "nil";
    }
  }

  /** The Java value for one value of the element, or for none if null. */
  @Nullable Object hold(@Nullable Object value);

  /** The Java value for an element that is present without a value. */
  default @Nullable Object nil() {
    return hold(null);
  }

  /**
   * The Java value for the values of a repeated element.
   *
   * @throws org.calmanchor.core.lexical.LexicalException when they cannot be held
   */
  Object holdAll(List<Object> values);

  /** The value that {@code held} represents, or null. */
  @Nullable Object value(@Nullable Object held);

  /** The values that {@code held} represents; empty for null. */
  Iterable<?> values(@Nullable Object held);
}
