package org.calmanchor.client;

import org.jspecify.annotations.Nullable;

/** There was no answer, or it could not be understood. The message says why, and what to try. */
public final class NoAnswerException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final int status;

  NoAnswerException(int status, String message, @Nullable Throwable cause) {
    super(message, cause);
    this.status = status;
  }

  /** The HTTP status of the response; 0 if there was no response. */
  public int status() {
    return status;
  }
}
