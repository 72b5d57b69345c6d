package org.calmanchor.core.logging;

import org.jspecify.annotations.Nullable;

/**
 * Prepares texts and exceptions from outside for the log: without line breaks, control characters
 * or changes of the reading direction, and not too long.
 */
public final class Loggable {
  private static final int MOST = 200;

  private Loggable() {}

  /** The text with everything odd in it replaced by a question mark, cut where it is long. */
  public static String text(@Nullable Object from) {
    return LogText.clean(from, MOST);
  }

  /** The same for a sentence, which may be longer. */
  public static String sentence(@Nullable Object from) {
    return LogText.clean(from, LogText.MOST_OF_SENTENCE);
  }

  /**
   * What to log of a failure: itself, or a copy with the same stack when its message, or that of a
   * cause, holds what must not reach a log. Lines of a message are no lines of the log.
   */
  public static @Nullable Throwable failure(@Nullable Throwable failure) {
    return failure == null ? null : SanitizedException.of(failure);
  }
}
