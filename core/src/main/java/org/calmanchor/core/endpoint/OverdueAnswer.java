package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.RateLimitedLog;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.xml.BrokenSinkException;
import org.calmanchor.core.xml.XmlOut;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

/** Answers a call that takes too long, from the watching thread. It runs no code of the service. */
final class OverdueAnswer {
  private static final Logger LOG = LoggerFactory.getLogger(OverdueAnswer.class);
  private static final RateLimitedLog SLOW = new RateLimitedLog(LOG, Level.WARN);

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
      log();
      if (state.breakOff(() -> answer.ended(Ending.BROKEN_OFF, overdue()))) {
        output.abort();
      } else if (state.isAnswered()) {
        answer.ended(Ending.FAULT, overdue());
      }
      return;
    }
    answer.ended(Ending.FAULT, overdue());
    try {
      if (late.kind() == OverdueAction.Kind.MESSAGE) {
        slowSender(given);
      } else {
        log();
        slowService(given);
      }
    } catch (BrokenSinkException | IOException callerGone) {
      LOG.debug(
          "the caller of {} did not wait for a fault", answer.name(), Loggable.failure(callerGone));
      answer.ended(Ending.BROKEN_OFF, overdue());
      output.abort();
    }
  }

  private TimeoutException overdue() {
    return new TimeoutException("the call took more than " + millis + " ms");
  }

  private void log() {
    LOG.error(
        "incident {}: {} called from {} took more than {} ms and was interrupted",
        context.incidentId(),
        answer.name(),
        Loggable.text(context.remoteAddress()),
        millis);
  }

  private void slowSender(AnswerOwnership by) throws IOException {
    SLOW.log("a message from {} was too slow", Loggable.text(context.remoteAddress()));
    output.refuse(
        by, new Refusal(Refusal.LATE, "The message did not arrive within " + millis + " ms."));
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
