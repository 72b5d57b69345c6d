package org.calmanchor.core.logging;

import org.jspecify.annotations.Nullable;

/**
 * Prepares texts and exceptions from outside for the log: without line breaks, control characters
 * or changes of the reading direction, and not too long.
 */
public final class Loggable {
  private static final int MOST = 200;

  private Loggable() {}

  /** The text with control characters replaced by a question mark, shortened if it is long. */
  public static String text(@Nullable Object from) {
    return LogText.clean(from, MOST);
  }

  /** The same for a sentence, which may be longer. */
  public static String sentence(@Nullable Object from) {
    return LogText.clean(from, LogText.MOST_OF_SENTENCE);
  }

  /**
   * The exception to log: the failure itself, or a copy with the same stack trace if its message,
   * or that of a cause, contains characters that must not get into a log. Line breaks in a message
   * do not become log lines.
   */
  public static @Nullable Throwable failure(@Nullable Throwable failure) {
    return failure == null ? null : SanitizedException.of(failure);
  }
}
