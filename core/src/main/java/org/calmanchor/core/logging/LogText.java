package org.calmanchor.core.logging;

import org.jspecify.annotations.Nullable;

/** Cleans a text for the log. */
final class LogText {
  /** The most characters of a sentence. */
  static final int MOST_OF_SENTENCE = 2_000;

  private LogText() {}

  static boolean isClean(String text) {
    return text.length() <= MOST_OF_SENTENCE && text.chars().noneMatch(c -> isOdd((char) c));
  }

  static String clean(@Nullable Object from, int most) {
    String text = String.valueOf(from);
    int length = Math.min(text.length(), most);
    for (int i = 0; i < length; i++) {
      if (isOdd(text.charAt(i))) {
        return cleaned(text, length);
      }
    }
    return text.length() > most ? text.substring(0, most) + "\u2026" : text;
  }

  private static String cleaned(String text, int length) {
    StringBuilder cleaned = new StringBuilder(length + 1);
    for (int i = 0; i < length; i++) {
      char c = text.charAt(i);
      cleaned.append(isOdd(c) ? '?' : c);
    }
    return text.length() > length ? cleaned.append('\u2026').toString() : cleaned.toString();
  }

  /**
   * Whether it is a control character, one that breaks lines or changes the text's direction, or
   * half of a surrogate pair.
   */
  private static boolean isOdd(char c) {
    if (c >= ' ' && c < 0x7F) {
      return false;
    }
    return switch (Character.getType(c)) {
      case Character.CONTROL,
          Character.FORMAT,
          Character.LINE_SEPARATOR,
          Character.PARAGRAPH_SEPARATOR,
          Character.SURROGATE,
          Character.UNASSIGNED,
          Character.PRIVATE_USE ->
          true;
      default -> false;
    };
  }
}
