package org.calmanchor.core.access;

import java.time.Instant;
import java.util.Optional;

/**
 * Verifies the tokens that callers send as HTTP Bearer (RFC 6750), such as JSON Web Tokens. Used by
 * several threads.
 */
@FunctionalInterface
public interface TokenVerifier {
  /**
   * Verifies a token. It may take its time, because it is called on a thread that serves no calls.
   * What it answers counts for a minute, but not longer than the token.
   *
   * @param token as it was sent
   * @return empty if the token is not valid, or not any more
   * @throws RuntimeException when it cannot tell now; the call then gets status 503
   */
  Optional<Verified> verify(String token);

  /** A number that grows when earlier answers do not count any more. */
  default long edition() {
    return 0;
  }

  /**
   * Whose token it is.
   *
   * @param caller with the roles that the token gives
   * @param until when the token expires; {@link Instant#MAX} for never
   */
  record Verified(Caller caller, Instant until) {}
}
