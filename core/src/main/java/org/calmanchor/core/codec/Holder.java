package org.calmanchor.core.codec;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Converts between the values of an element and what is held for them, such as an Optional or a
 * list.
 */
public interface Holder {
  /** An element with {@code xsi:nil} and without attributes. (null means: omit the element.) */
  Nil NIL = new Nil(null);

  /**
   * An element with {@code xsi:nil}: it has no content, but may have attributes.
   *
   * @param attributes the structure that has its attributes; null for none
   */
  record Nil(@Nullable Object attributes) {}

  /** The Java value for one value of the element, or for none if null. */
  @Nullable Object hold(@Nullable Object value);

  /** The Java value for an element that is present without a value. */
  default @Nullable Object nil(Nil nil) {
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
