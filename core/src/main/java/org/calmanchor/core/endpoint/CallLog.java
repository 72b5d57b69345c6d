package org.calmanchor.core.endpoint;

import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.RateLimitedLog;
import org.calmanchor.core.soap.SoapFault;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

/**
 * What the log says about calls. Each method takes the call's context and the operation's name.
 * Texts from outside are cleaned, and entries that any caller can cause are rate-limited. Static,
 * so that a call has no object for entries that it seldom makes.
 */
final class CallLog {
  private static final Logger LOG = LoggerFactory.getLogger(CallLog.class);
  private static final RateLimitedLog SLOW = new RateLimitedLog(LOG, Level.WARN);
  private static final RateLimitedLog OTHER_ACTION = new RateLimitedLog(LOG, Level.INFO);

  private CallLog() {}

  /** An unexpected error: its number leads from the fault to this entry. */
  static void incident(CallContext context, String name, Throwable cause) {
    LOG.error(
        "incident {} in {} called from {}",
        context.incidentId(),
        name,
        Loggable.text(context.remoteAddress()),
        Loggable.failure(cause));
  }

  /** It is not known by what an answer could be found again. */
  static void noKey(String name, Throwable cause) {
    LOG.debug("an answer of {} cannot be looked up or kept", name, Loggable.failure(cause));
  }

  /** An answer is not kept although the operation says how long it is fresh. */
  static void notKept(String name) {
    LOG.warn(
        "{} says freshFor, but its method asks the context who or what calls; such answers are not"
            + " kept",
        name);
  }

  /** A one-way method failed after its caller had got its 202. */
  static void failedLater(CallContext context, String name, Throwable cause) {
    LOG.error(
        "incident {} in {} called from {}, after its message was acknowledged",
        context.incidentId(),
        name,
        Loggable.text(context.remoteAddress()),
        Loggable.failure(cause));
  }

  /** A one-way message gets no fault, so only the log says why it was refused. */
  static void refusedOneWay(
      RateLimitedLog refusals, CallContext context, String name, SoapFault fault) {
    refusals.log(
        "incident {} in {} called from {}: {}",
        context.incidentId(),
        name,
        Loggable.text(context.remoteAddress()),
        Loggable.text(fault.reason()));
  }

  /** A call failed when a part of its answer had been sent already. */
  static void failedHalfway(CallContext context, String name, Throwable cause) {
    LOG.error(
        "{} failed after its answer had begun; the connection was broken off, incident {}",
        name,
        context.incidentId(),
        Loggable.failure(cause));
  }

  /** A fault has members, or header blocks, that cannot be written as XML. */
  static void unwritableFault(CallContext context, String name, Throwable cause) {
    LOG.error(
        "incident {}: the fault of {} could not be written",
        context.incidentId(),
        name,
        Loggable.failure(cause));
  }

  /** A call took too long. */
  static void overdue(CallContext context, String name, long millis) {
    LOG.error(
        "incident {}: {} called from {} took more than {} ms and was interrupted",
        context.incidentId(),
        name,
        Loggable.text(context.remoteAddress()),
        millis);
  }

  /** A message arrived too slowly. */
  static void slowSender(CallContext context) {
    SLOW.log("a message from {} was too slow", Loggable.text(context.remoteAddress()));
  }

  /** The action of a request belongs to another operation. */
  static void otherAction(OperationPlan operation, String action) {
    OTHER_ACTION.log(
        "{} was called with the action of something else: \"{}\" instead of \"{}\"",
        operation.name(),
        Loggable.text(action),
        operation.action());
  }

  /** An interceptor failed when the call had a fault already, or when it was told the end. */
  static void interceptorFailed(String name, Throwable cause) {
    LOG.error(
        "an interceptor of {} failed after the call had ended", name, Loggable.failure(cause));
  }

  /** Nothing could be answered. */
  static void unanswerable(String name, Throwable cause) {
    LOG.error("{} could not be answered", name, Loggable.failure(cause));
  }

  /** What a message or a call held could not be closed. */
  static void unclosable(Throwable cause) {
    LOG.warn("a resource of a message could not be closed", Loggable.failure(cause));
  }

  /** The caller did not wait for what it should have got. */
  static void callerGone(String name, Throwable cause) {
    LOG.debug("the caller of {} did not wait for its answer", name, Loggable.failure(cause));
  }

  /** A call failed, or went on, after another thread had ended it. */
  static void afterEnd(String name, @Nullable Throwable cause) {
    LOG.debug("{} went on after it had ended", name, Loggable.failure(cause));
  }
}
