package org.calmanchor.core.endpoint;

import java.util.concurrent.CompletionStage;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.session.SessionCookie;
import org.calmanchor.core.session.SessionOwner;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions;
import org.calmanchor.core.session.Sessions.Session;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;

/**
 * The session of one call. The call is in it until it is over and its method has returned, even if
 * the method goes on after its caller was told that it took too long.
 */
final class CallSession {
  private final Sessions sessions;
  private final SessionPlan plan;
  private final CallContext context;
  private final Answer answer;
  private final @Nullable String id;
  private final boolean isEncrypted;
  private final String address;
  private @Nullable Session session;
  private boolean isInMethod;
  private boolean isOver;

  CallSession(
      Sessions sessions, SessionPlan plan, Request request, CallContext context, Answer answer) {
    this.sessions = sessions;
    this.plan = plan;
    this.context = context;
    this.answer = answer;
    // Not asked for later: the request may be over when another call leaves the session.
    this.id = SessionCookie.id(request.headers("Cookie"), plan.service());
    this.isEncrypted = request.isEncrypted();
    this.address = request.remoteAddress();
  }

  /** Enters the session of the call's cookie, or a new one, when no other call is in it. */
  CompletionStage<Session> enter() {
    Caller caller = context.knownCaller();
    return sessions.enter(plan, id, new SessionOwner(caller == null ? "" : caller.name(), address));
  }

  /** Notes that the call is in a session; leaves it and returns false if the call is over. */
  boolean isIn(Session entered) {
    synchronized (this) {
      if (!isOver) {
        session = entered;
        if (entered.isNew()) {
          answer.cookie(SessionCookie.of(plan.service(), entered.id(), isEncrypted));
        }
        context.endsSession(() -> end(entered));
        return true;
      }
    }
    entered.leave();
    return false;
  }

  private void end(Session entered) {
    entered.end();
    answer.cookie(SessionCookie.ended(plan.service(), isEncrypted));
  }

  /**
   * The method begins.
   *
   * @throws IllegalStateException if the call is over, so that another one may be in the session
   */
  synchronized void enterMethod() {
    if (isOver) {
      throw new IllegalStateException("the call is over, and has left its session");
    }
    isInMethod = true;
  }

  /**
   * Keeps what the method has changed, unless the call is over already.
   *
   * @throws RuntimeException when it cannot be kept
   */
  void save() {
    Session entered;
    synchronized (this) {
      entered = session;
    }
    if (entered != null && !entered.save()) {
      throw new SoapFaultException(SoapFault.sessionChanged());
    }
  }

  /** The method has returned. */
  void leaveMethod() {
    boolean isLast;
    synchronized (this) {
      isInMethod = false;
      isLast = isOver;
    }
    if (isLast) {
      leave();
    }
  }

  /** The call is over: lets the next one into the session, if the method has returned. */
  void leave() {
    Session left;
    synchronized (this) {
      isOver = true;
      left = isInMethod ? null : session;
      session = isInMethod ? session : null;
    }
    if (left != null) {
      left.leave();
    }
  }
}
