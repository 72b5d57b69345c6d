package org.calmanchor.core.soap;

import org.calmanchor.core.codec.XmlIn;

/**
 * The limits of one message, inclusive.
 *
 * @param bodyBytes the size of a message
 * @param depth the nesting of elements, the envelope included
 * @param attributes the attributes of one element
 * @param textLength the characters of one text or attribute value
 */
public record Limits(long bodyBytes, int depth, int attributes, int textLength) {
  /** What holds unless told otherwise. */
  public static final Limits DEFAULT = new Limits(16L << 20, 100, 100, 4 << 20);

  /** Refuses limits below 1. */
  public Limits {
    if (bodyBytes < 1 || depth < 1 || attributes < 1 || textLength < 1) {
      throw new IllegalArgumentException("each limit must be at least 1");
    }
  }

  /** Opens messages within these limits. */
  public XmlIn.Factory inputs() {
    return new XmlIn.Factory(bodyBytes, depth, attributes, textLength);
  }
}
