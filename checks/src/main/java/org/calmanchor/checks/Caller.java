package org.calmanchor.checks;

import java.io.IOException;
import org.calmanchor.core.dynamic.Outcome;

/**
 * Makes the call of a check. The caller of this library decides how: in memory, over HTTP, or
 * otherwise.
 */
@FunctionalInterface
public interface Caller {
  /**
   * Makes the call and waits for its outcome; for a one-way operation that is an empty result when
   * the message was accepted.
   *
   * @throws IOException when no answer came; the message says why and what to try
   */
  Outcome call(Check check) throws IOException;
}
