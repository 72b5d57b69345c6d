package org.calmanchor.core.xml;

/**
 * The limits of one message; all inclusive.
 *
 * @param bodyBytes the bytes of the message
 * @param depth the nesting of elements, the envelope included
 * @param children the elements directly within one
 * @param attributes the attributes and namespace declarations of one element
 * @param tagBytes the bytes of one tag or comment
 * @param nameLength the characters of a local name
 * @param textLength the characters of one text
 * @param binaryBytes the bytes of one binary value, decoded
 * @param digits the characters of one number
 * @param openElements the elements that no schema describes
 * @param unknownNames the different names that no contract knows: of elements, attributes, prefixes
 * @param isLenient whether elements may come in any order, and unknown ones pass
 */
public record MessageLimits(
    long bodyBytes,
    int depth,
    int children,
    int attributes,
    int tagBytes,
    int nameLength,
    int textLength,
    int binaryBytes,
    int digits,
    int openElements,
    int unknownNames,
    boolean isLenient) {
  /** The default limits. */
  public static final MessageLimits DEFAULT =
      new MessageLimits(
          16L << 20, 100, 100_000, 100, 64 << 10, 256, 4 << 20, 12 << 20, 1_000, 10_000, 500,
          false);
}
