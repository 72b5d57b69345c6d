package org.calmanchor.core.endpoint;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.CallOutcome;
import org.calmanchor.core.observe.CallRecord;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.xml.InvalidMessageException;
import org.jspecify.annotations.Nullable;

/** Tells the observers of an endpoint what became of a call. */
final class CallReport {
  private final List<CallObserver> observers;
  private final long begun = System.nanoTime();
  private @Nullable WaitTrackingInput message;

  private CallReport(List<CallObserver> observers) {
    this.observers = observers;
  }

  /** The report of a call that begins now; null if nobody wants it. */
  static @Nullable CallReport to(List<CallObserver> observers) {
    return observers.isEmpty() ? null : new CallReport(observers);
  }

  /** The message is read from this stream. */
  void reading(WaitTrackingInput received) {
    message = received;
  }

  /** Tells how the call has ended. */
  void send(CallContext call, CallEnd end, AnswerOutput output) {
    long took = System.nanoTime() - begun;
    OperationPlan operation = call.plan();
    SoapFault declared =
        operation == null || end.cause() == null ? null : operation.declared(end.cause());
    CallOutcome outcome = outcome(end, declared != null);
    CallRecord ended =
        new CallRecord(
            System.currentTimeMillis() - TimeUnit.NANOSECONDS.toMillis(took),
            took,
            call.remoteAddress(),
            call.caller().map(Caller::name).orElse(""),
            call.path(),
            call.service(),
            call.operation(),
            outcome,
            output.status(),
            outcome == CallOutcome.FAULT && declared != null && declared.subcode() != null
                ? declared.subcode().getLocalPart()
                : reason(end.cause()),
            message == null ? 0 : message.count(),
            output.count(),
            output.age(),
            call.knownIncident(),
            call.knownTraceParent());
    for (CallObserver observer : observers) {
      CallObserver.tell(observer, ended);
    }
  }

  /** Tells of a message that the transport has refused. */
  static void refused(List<CallObserver> observers, Request request, int status, String reason) {
    if (observers.isEmpty()) {
      return;
    }
    CallContext call = new CallContext(request, SoapVersion.SOAP_1_1);
    CallRecord refused =
        new CallRecord(
            System.currentTimeMillis(),
            0,
            request.remoteAddress(),
            "",
            request.path(),
            "",
            "",
            CallOutcome.REFUSED,
            status,
            reason,
            0,
            0,
            null,
            "",
            call.knownTraceParent());
    observers.forEach(observer -> CallObserver.tell(observer, refused));
  }

  private static CallOutcome outcome(CallEnd end, boolean isDeclared) {
    return switch (end.ending()) {
      case RESULT -> CallOutcome.RESULT;
      case BROKEN_OFF -> CallOutcome.BROKEN_OFF;
      case FAULT -> {
        if (isDeclared) {
          yield CallOutcome.FAULT;
        }
        yield reason(end.cause()).isEmpty() ? CallOutcome.FAILED : CallOutcome.REFUSED;
      }
    };
  }

  /** Why a call was refused; empty if it was not. */
  private static String reason(@Nullable Throwable cause) {
    if (cause instanceof Refusal refusal) {
      return refusal.sentence();
    }
    if (cause instanceof InvalidMessageException invalid) {
      return invalid.problem().sentence();
    }
    return cause instanceof SoapFaultException refused ? refused.fault().reason() : "";
  }
}
