package org.calmanchor.checks;

import java.io.IOException;
import org.calmanchor.core.dynamic.Outcome;
import org.jspecify.annotations.Nullable;

/**
 * Makes the call of a check. Whoever runs checks decides how: in memory, over HTTP, or otherwise.
 */
@FunctionalInterface
public interface CheckTransport {
  /**
   * Makes the call as the caller of its settings, and waits for its outcome; for a one-way
   * operation that is an empty result when the message was accepted.
   *
   * @throws CallRefusedException when the answer was an HTTP status without a SOAP message
   * @throws IOException when no answer came; the message says why and what to try
   */
  Outcome call(Check check) throws IOException;

  /**
   * What a transport throws when a call was not answered by a SOAP message.
   *
   * @param status the HTTP status; 0 if there was no response
   * @param message why, and what to try
   */
  static IOException noMessage(int status, @Nullable String message, Throwable cause) {
    return status < 400
        ? new IOException(message, cause)
        : new CallRefusedException(status, message, cause);
  }
}
