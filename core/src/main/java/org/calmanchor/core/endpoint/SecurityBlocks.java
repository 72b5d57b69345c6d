package org.calmanchor.core.endpoint;

import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Verification;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.usernametoken.SecurityNames;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.w3c.dom.Element;

/** The header blocks of WS-Security, which are looked at before all others. */
final class SecurityBlocks {
  /** Collects the blocks; the endpoint itself verifies them. */
  static final HeaderHandler HANDLER =
      new HeaderHandler() {
        @Override
        public Set<QName> blocks() {
          return Set.of(SecurityNames.SECURITY);
        }

        @Override
        public void handle(List<Element> blocks, CallContext call) {
          throw new IllegalStateException("the endpoint verifies these blocks itself");
        }
      };

  private SecurityBlocks() {}

  /**
   * The caller that was found.
   *
   * @throws RuntimeException when the token is wrong, or could not be verified
   */
  static Caller caller(Verification verification) {
    if (verification instanceof Verification.Known known) {
      return known.caller();
    }
    if (verification instanceof Verification.TooOften) {
      throw new Refusal(429, "Too many wrong credentials came from your address; try again later.");
    }
    throw verification instanceof Verification.Wrong
        ? UsernameTokens.wrong()
        : new Refusal(503, "Too many callers are being verified; try again shortly.");
  }

  /** The fault for a caller without the role. */
  static SoapFaultException notAllowed(String operation) {
    return new SoapFaultException(
        new SoapFault(
            FaultCode.SENDER,
            null,
            "You may not call operation " + operation + ": it is for other roles than yours.",
            null));
  }
}
