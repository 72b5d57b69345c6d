package org.calmanchor.core.access;

import java.security.cert.X509Certificate;
import java.util.Optional;

/** Knows callers by their client certificates. Used by several threads. */
@FunctionalInterface
public interface CertificateCallers {
  /**
   * Finds a caller. It may take its time, because it is called on a thread that serves no calls.
   * What it answers counts for a minute.
   *
   * @param certificate whose chain leads to an authority that the host trusts, and which is valid
   *     today
   * @return empty if it is nobody's
   * @throws RuntimeException when it cannot tell now; the call then gets status 503
   */
  Optional<Caller> find(X509Certificate certificate);

  /** A number that grows when earlier answers do not count any more. */
  default long edition() {
    return 0;
  }
}
