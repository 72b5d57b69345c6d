package org.calmanchor.core.endpoint;

import java.util.concurrent.CompletionStage;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.session.SessionCookie;
import org.calmanchor.core.session.Sessions;
import org.calmanchor.core.session.Sessions.Session;

/** The session that a call is in. */
final class CallSession {
  private final Session session;

  private CallSession(Session session) {
    this.session = session;
  }

  /** Enters the session of the call's cookie, or a new one, whose cookie its answer has. */
  static CompletionStage<CallSession> enter(
      Sessions sessions,
      OperationPlan operation,
      Request request,
      CallContext context,
      Answer answer) {
    String service = operation.service().contract().portTypes().get(0).name().toString();
    Caller caller = context.knownCaller();
    return sessions
        .enter(
            service,
            SessionCookie.id(request.headers("Cookie"), service),
            caller == null ? "" : caller.name(),
            operation.target())
        .thenApply(
            entered -> {
              if (entered.isNew()) {
                answer.cookie(SessionCookie.of(service, entered.id(), request.isEncrypted()));
              }
              context.endsSession(
                  () -> {
                    entered.end();
                    answer.cookie(SessionCookie.ended(service, request.isEncrypted()));
                  });
              return new CallSession(entered);
            });
  }

  Object target() {
    return session.target();
  }

  void leave() {
    session.leave();
  }
}
