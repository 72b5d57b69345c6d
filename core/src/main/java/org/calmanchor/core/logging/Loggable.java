package org.calmanchor.core.logging;

import org.jspecify.annotations.Nullable;

/**
 * Makes a text from outside fit for one line of a log: nobody can begin a line of their own, move
 * the cursor of a terminal, turn the reading direction, or fill the disk.
 */
public final class Loggable {
  private static final int MOST = 200;
  private static final int MOST_OF_SENTENCE = 2_000;

  private Loggable() {}

  /** The text with everything odd in it replaced by a question mark, cut where it is long. */
  public static String text(@Nullable Object from) {
    return text(from, MOST);
  }

  /** The same for a sentence, which may be longer. */
  public static String sentence(@Nullable Object from) {
    return text(from, MOST_OF_SENTENCE);
  }

  /**
   * What to log of a failure: itself, or a copy with the same stack when its message, or that of a
   * cause, holds what must not reach a log. Lines of a message are no lines of the log.
   */
  public static @Nullable Throwable failure(@Nullable Throwable failure) {
    return failure == null ? null : CleanedFailure.of(failure);
  }

  static boolean isClean(String text) {
    return text.length() <= MOST_OF_SENTENCE && text.chars().noneMatch(c -> isOdd((char) c));
  }

  private static String text(@Nullable Object from, int most) {
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

  /** Control characters, those that break lines or order text, and halves of pairs. */
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
