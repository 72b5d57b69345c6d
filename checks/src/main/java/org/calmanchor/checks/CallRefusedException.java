package org.calmanchor.checks;

import java.io.IOException;
import org.jspecify.annotations.Nullable;

/** Thrown when a call was answered by an HTTP status without a SOAP message, such as 403. */
public final class CallRefusedException extends IOException {
  private static final long serialVersionUID = 1L;

  private final int status;

  /**
   * Creates the exception.
   *
   * @param status the HTTP status
   * @param message why, and what to try
   */
  public CallRefusedException(int status, @Nullable String message, @Nullable Throwable cause) {
    super(message, cause);
    this.status = status;
  }

  /** The HTTP status. */
  public int status() {
    return status;
  }
}
