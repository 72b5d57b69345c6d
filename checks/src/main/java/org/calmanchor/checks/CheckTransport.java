package org.calmanchor.checks;

import java.io.IOException;
import org.calmanchor.core.dynamic.Outcome;

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
}
