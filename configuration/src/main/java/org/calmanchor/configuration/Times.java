package org.calmanchor.configuration;

import java.time.Duration;
import java.time.format.DateTimeParseException;

/** Times as people write them. */
public final class Times {
  private Times() {}

  /**
   * The time part of an xsd:duration, with or without its PT: 90s, 1m30s, PT0.5S.
   *
   * @throws IllegalArgumentException when it is none
   */
  public static Duration read(String text) {
    try {
      return Duration.parse(text.matches("(?i)-?P.*") ? text : "PT" + text);
    } catch (DateTimeParseException noTime) {
      throw new IllegalArgumentException(
          "a time is written as 90s, 1m30s or 0.5s, not \"" + text + "\"", noTime);
    }
  }

  /** A time in the form that is read. */
  public static String write(Duration time) {
    return time.toString().substring(2).toLowerCase(java.util.Locale.ROOT);
  }
}
