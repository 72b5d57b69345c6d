package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.xml.BrokenSinkException;
import org.calmanchor.core.xml.XmlOut;

/** Answers a call that takes too long, from the watching thread. It runs no code of the service. */
final class OverdueAnswer {
  private final Answer answer;
  private final AnswerOutput output;
  private final CallContext context;
  private final CallState state;
  private final long millis;

  /** Creates the timeout answer that replaces {@code answer} after so many nanoseconds. */
  OverdueAnswer(
      Answer answer, AnswerOutput output, CallContext context, CallState state, long nanos) {
    this.answer = answer;
    this.output = output;
    this.context = context;
    this.state = state;
    this.millis = TimeUnit.NANOSECONDS.toMillis(nanos);
  }

  /** Writes the timeout fault, or aborts the connection if an answer has begun. */
  void write(OverdueAction late) {
    AnswerOwnership given = late.ownership();
    if (given == null) {
      endBegun();
      return;
    }
    answer.ended(Ending.FAULT, overdue());
    try {
      if (late.kind() == OverdueAction.Kind.MESSAGE) {
        refuse(given, Refusal.late(millis));
      } else if (late.kind() == OverdueAction.Kind.SLOW_MESSAGE) {
        refuse(given, Refusal.tooSlow());
      } else {
        CallLog.overdue(context, answer.name(), millis);
        slowService(given);
      }
    } catch (BrokenSinkException | IOException callerGone) {
      CallLog.callerGone(answer.name(), callerGone);
      answer.ended(Ending.BROKEN_OFF, overdue());
      output.abort();
    }
  }

  /**
   * Aborts an answer that has begun. If its last byte was handed over meanwhile, what was delivered
   * counts; only a one-way message is answered before its method runs.
   */
  private void endBegun() {
    if (state.breakOff(() -> answer.ended(Ending.BROKEN_OFF, overdue()))) {
      CallLog.overdue(context, answer.name(), millis);
      output.abort();
    } else if (answer.isOneWay() && state.isAnswered()) {
      CallLog.overdue(context, answer.name(), millis);
      answer.ended(Ending.FAULT, overdue());
    }
  }

  private TimeoutException overdue() {
    return new TimeoutException("the call took more than " + millis + " ms");
  }

  private void refuse(AnswerOwnership by, Refusal why) throws IOException {
    CallLog.slowSender(context);
    output.refuse(by, why);
    output.close(by);
    // A thread may still wait for the rest of the message; aborting the stream wakes it.
    output.abort();
  }

  private void slowService(AnswerOwnership by) throws IOException {
    if (answer.isOneWay()) {
      output.refuse(by, new Refusal(500, ""));
    } else {
      SoapFault fault = SoapFault.overdue(context.incidentId(), millis);
      try (XmlOut out = output.message(by, fault.code().httpStatus(context.version()))) {
        answer.writer().write(out, List.of(), fault);
        out.flush();
      }
    }
    output.close(by);
  }
}
