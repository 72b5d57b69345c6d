package org.calmanchor.core.endpoint;

import org.jspecify.annotations.Nullable;

/**
 * How a call ended.
 *
 * @param ending what the caller got
 * @param cause what was raised, or null
 */
public record CallEnd(Ending ending, @Nullable Throwable cause) {
  /** The kinds of ends. */
  public enum Ending {
    /** The caller got a result; the method of a one-way operation ended without error. */
    RESULT,
    /**
     * The caller got a fault or an HTTP error; or the method of a one-way operation failed after
     * the caller got its 202.
     */
    FAULT,
    /** The connection was aborted, so that the caller cannot take what it got for an answer. */
    BROKEN_OFF
  }

  static final CallEnd OF_RESULT = new CallEnd(Ending.RESULT, null);

  /** Whether the caller got a result. */
  public boolean isResult() {
    return ending == Ending.RESULT;
  }
}
