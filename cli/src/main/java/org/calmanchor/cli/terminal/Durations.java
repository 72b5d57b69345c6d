package org.calmanchor.cli.terminal;

import java.time.Duration;
import java.time.format.DateTimeParseException;

/** Times on the command line. */
public final class Durations {
  private Durations() {}

  /**
   * The time part of an xsd:duration, with or without its PT: 90s, 1m30s, PT0.5S.
   *
   * @param what what the time is for, in messages
   */
  public static Duration read(String what, String value) {
    try {
      return Duration.parse(value.matches("(?i)P.*") ? value : "PT" + value);
    } catch (DateTimeParseException noTime) {
      throw CommandException.usage(
          what + " is a time such as 90s, 1m30s or 0.5s, not \"" + value + "\".");
    }
  }
}
