package org.calmanchor.web.picture;

/**
 * The width of texts in a sans-serif font. It is estimated for a wide one, since a picture cannot
 * know which font its reader has.
 */
final class TextWidth {
  private static final int MOST_CHARACTERS = 42;

  private TextWidth() {}

  /** The width of a text in pixels, rounded up. */
  static int of(String text, int size, boolean isBold) {
    double ems = shortened(text).codePoints().mapToDouble(TextWidth::ems).sum();
    return (int) Math.ceil(ems * size * (isBold ? 1.12 : 1));
  }

  /** The text, with an ellipsis if it is too long for a picture. */
  static String shortened(String text) {
    return text.codePointCount(0, text.length()) <= MOST_CHARACTERS
        ? text
        : text.substring(0, text.offsetByCodePoints(0, MOST_CHARACTERS - 1)) + "…";
  }

  private static double ems(int character) {
    if ("iljI.,:;'|!".indexOf(character) >= 0) {
      return 0.33;
    }
    if ("ftr()[]{}- \"/".indexOf(character) >= 0) {
      return 0.42;
    }
    if ("mwMW@%".indexOf(character) >= 0) {
      return 1.0;
    }
    boolean isWide = character > 0x2E80;
    return isWide ? 1.0 : Character.isUpperCase(character) ? 0.72 : 0.63;
  }
}
