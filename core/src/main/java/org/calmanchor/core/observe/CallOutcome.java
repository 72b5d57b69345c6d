package org.calmanchor.core.observe;

import java.util.Locale;

/** What became of a call. */
public enum CallOutcome {
  /** The caller got a result; the method of a one-way operation ended without error. */
  RESULT,
  /** The caller got a fault that the contract declares. */
  FAULT,
  /**
   * The call was not run, because of the caller or of the state of the host: a message that is not
   * as the contract wants it, missing credentials, too many calls, an operation that is switched
   * off.
   */
  REFUSED,
  /** An unexpected error, or a call that took too long: the log has it by its incident number. */
  FAILED,
  /** The connection was broken off, or the caller has gone. */
  BROKEN_OFF;

  private final String label = name().toLowerCase(Locale.ROOT).replace('_', '-');

  /** Its name in logs and metrics, such as {@code broken-off}. */
  @Override
  public String toString() {
    return label;
  }
}
