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
   * A type of its own: an object of the JDK could be shared with other code, such as an empty map.
   */
  final class NilMark {
    private NilMark() {}

    @Override
    public String toString() {
      return "nil";
    }
  }

  /** What is held for one value, or for none when null. */
  @Nullable Object hold(@Nullable Object value);

  /** What is held for an element that is there without a value. */
  default @Nullable Object nil() {
    return hold(null);
  }

  /**
   * What is held for the values of a repeated element.
   *
   * @throws org.calmanchor.core.lexical.LexicalException when they cannot be held
   */
  Object holdAll(List<Object> values);

  /** The one value held, or null. */
  @Nullable Object value(@Nullable Object held);

  /** The values held; none for null. */
  Iterable<?> values(@Nullable Object held);
}
