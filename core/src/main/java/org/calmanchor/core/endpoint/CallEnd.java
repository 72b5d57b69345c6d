package org.calmanchor.core.endpoint;

import org.jspecify.annotations.Nullable;

/**
 * How a call ended.
 *
 * @param ending what the caller got
 * @param cause what was raised, or null
 */
public record CallEnd(Ending ending, @Nullable Throwable cause) {
  /** What a caller can get. */
  public enum Ending {
    /** A result; for a one-way operation: its method has ended well. */
    RESULT,
    /**
     * A fault, or a refusal by HTTP; for a one-way operation also: its method failed after the
     * sender had been told that the message arrived.
     */
    FAULT,
    /** Nothing that could be taken for an answer: the connection was broken off. */
    BROKEN_OFF
  }

  static final CallEnd OF_RESULT = new CallEnd(Ending.RESULT, null);

  /** Whether the caller got a result. */
  public boolean isResult() {
    return ending == Ending.RESULT;
  }
}
