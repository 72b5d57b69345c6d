package org.calmanchor.core.content;

import org.jspecify.annotations.Nullable;

/**
 * An element or a text in a content.
 *
 * @param position the index of the element's position in the content model; {@link #TEXT} for text
 * @param value the element's value; the text
 */
public record ContentItem(int position, @Nullable Object value) {
  /** Marker: text between elements. */
  public static final int TEXT = -1;
}
