package org.calmanchor.core.endpoint;

import org.calmanchor.core.access.AuditLog;
import org.calmanchor.core.access.Caller;

/** Why a caller may not call an operation (RFC 9110, sections 15.5.2 and 15.5.4). */
final class AccessRefusal {
  private static final int UNAUTHORIZED = 401;
  private static final int FORBIDDEN = 403;

  private AccessRefusal() {}

  /** The refusal, which the audit log gets as well. */
  static Refusal of(CallContext context, OperationPlan operation) {
    Caller caller = context.caller().orElse(null);
    AuditLog.notAllowed(caller, context.remoteAddress(), operation.name());
    return caller == null
        ? new Refusal(
            UNAUTHORIZED,
            "Operation " + operation.name() + " needs a caller: send a name and a password.")
        : new Refusal(
            FORBIDDEN,
            "You may not call operation "
                + operation.name()
                + ": it is for other roles than yours.");
  }
}
