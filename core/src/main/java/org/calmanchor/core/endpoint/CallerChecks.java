package org.calmanchor.core.endpoint;

import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.access.AuditLog;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.Verification;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.usernametoken.SecurityNames;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.w3c.dom.Element;

/** Who calls, by the header blocks of WS-Security, and what the caller may. */
final class CallerChecks {
  /** Collects the blocks, which are looked at before all others. */
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

  private CallerChecks() {}

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
    if (verification instanceof Verification.Unremembered) {
      throw new Refusal(
          503, "It cannot be checked now whether this token was used before; try again shortly.");
    }
    throw verification instanceof Verification.Wrong
        ? UsernameTokens.wrong()
        : new Refusal(503, "Too many callers are being verified; try again shortly.");
  }

  /**
   * Judges the operation that will run, whatever action, path or header order led to it.
   *
   * @throws RuntimeException when this caller may not call it
   */
  static void requireAllowed(
      OperationPlan operation, Request request, CallContext context, CallerSources callers) {
    Caller caller = context.caller().orElse(null);
    if (operation.access().allows(caller, callers.isAny())) {
      return;
    }
    AuditLog.notAllowed(caller, request.remoteAddress(), operation.name());
    if (caller == null) {
      throw needsCaller(operation.name(), callers);
    }
    Refusal refusal = notAllowed(operation.name());
    // Who is known by the message is answered by a message.
    throw request.caller() == null
        ? new SoapFaultException(new SoapFault(FaultCode.SENDER, null, refusal.sentence(), null))
        : refusal;
  }

  /** A caller did not say who it is (RFC 9110, sections 15.5.2 and 15.5.4: 401 has a challenge). */
  private static Refusal needsCaller(String operation, CallerSources callers) {
    return new Refusal(
        callers.challenge().isEmpty() ? 403 : 401,
        "Operation " + operation + " needs a caller: send " + callers.words() + ".");
  }

  /** A caller does not have the role (RFC 9110, section 15.5.4). */
  private static Refusal notAllowed(String operation) {
    return new Refusal(
        403, "You may not call operation " + operation + ": it is for other roles than yours.");
  }
}
