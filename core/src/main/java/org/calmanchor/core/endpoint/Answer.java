package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.calmanchor.core.codec.BrokenSinkException;
import org.calmanchor.core.codec.DomWriter;
import org.calmanchor.core.codec.InputProblem;
import org.calmanchor.core.codec.InvalidMessageException;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlOut;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What goes back for one request: a result, a fault, a refusal, or the bare word that a one-way
 * message arrived. Whatever goes wrong in writing is answered too, or breaks the answer off. What
 * comes when another thread has answered is dropped.
 */
final class Answer {
  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);

  /** How much of an answer is held back, so that a failure can still become a fault. */
  private static final int RESPONSE_BUFFER = 64 << 10;

  private final Response response;
  private final CallContext context;
  private final ServicePlan anyService;
  private final int digits;
  private final Claim claim = new Claim();
  private Runnable whenGoingOn = () -> {};

  // Whoever has the claim writes and reads these two.
  private boolean hasBegun;
  private boolean hasEnded;

  /** What is known before the method is called, which the watching thread learns then. */
  private @Nullable OperationPlan operation;

  /**
   * An answer, of which nothing is known yet.
   *
   * @param anyService what writes it while no operation is known
   * @param digits how many a number may have
   */
  Answer(Response response, CallContext context, ServicePlan anyService, int digits) {
    this.digits = digits;
    this.response = response;
    this.context = context;
    this.anyService = anyService;
  }

  /** Becomes that of an operation. */
  void of(OperationPlan found) {
    operation = found;
  }

  /** Has {@code goingOn} run whenever a part of it was written. */
  void whenGoingOn(Runnable goingOn) {
    whenGoingOn = goingOn;
  }

  String name() {
    OperationPlan known = operation;
    return known == null ? "a call" : known.name();
  }

  /** Whether there is an answer, or part of one. */
  boolean isGiven() {
    return claim.isTaken();
  }

  /** Nobody waits for it any more. */
  CallEnd abort(@Nullable Throwable cause) {
    if (claim.take() || !claim.isOthers()) {
      response.abort();
    }
    return new CallEnd(Ending.BROKEN_OFF, cause);
  }

  /** Tells the caller of a one-way operation that the message arrived and was read. */
  CallEnd accept() {
    try {
      if (claim.take()) {
        response.begin(202, null);
        response.output().close();
        hasEnded = true;
      }
    } catch (IOException callerGone) {
      LOG.debug("the caller of {} did not wait to be told that it arrived", name(), callerGone);
    }
    return CallEnd.OF_RESULT;
  }

  /**
   * Answers with what the operation returned.
   *
   * @param beforeEnd runs when all was written that will be, and may still object
   */
  CallEnd result(
      OperationPlan plan,
      MessageCodec codec,
      @Nullable Object[] arguments,
      @Nullable Object result,
      Runnable beforeEnd) {
    try (XmlOut out = output(200)) {
      List<Consumer<XmlOut>> headers = headers(plan.headers(arguments));
      @Nullable Object[] members = {result};
      writer().write(out, headers, body -> codec.write(body, members));
      beforeEnd.run();
      end(out);
      return CallEnd.OF_RESULT;
    } catch (RuntimeException | StackOverflowError failed) {
      return failed(failed);
    }
  }

  private List<Consumer<XmlOut>> headers(List<Consumer<XmlOut>> declared) {
    if (context.answerHeaders().isEmpty()) {
      return declared;
    }
    List<Consumer<XmlOut>> all = new ArrayList<>(declared);
    context.answerHeaders().forEach(block -> all.add(out -> DomWriter.write(out, block)));
    return all;
  }

  /** Answers what the operation raised: as it was declared, or as an incident. */
  CallEnd raised(OperationPlan plan, Throwable raised) {
    SoapFault declared = plan.declared(raised);
    return declared == null ? failed(raised) : fault(declared, raised);
  }

  /** Answers whatever went wrong, each kind in its way. */
  CallEnd failed(Throwable failed) {
    if (failed instanceof BrokenSinkException || claim.isOthers()) {
      return abort(failed);
    }
    if (hasEnded) {
      LOG.error("something around {} failed after its answer was complete", name(), failed);
      return new CallEnd(Ending.RESULT, failed);
    }
    if (hasBegun) {
      LOG.error(
          "{} failed after its answer had begun; the connection was broken off, incident {}",
          name(),
          context.incidentId(),
          failed);
      return abort(failed);
    }
    if (failed instanceof Refusal refusal) {
      return refuse(refusal.status(), refusal.sentence(), failed);
    }
    if (failed instanceof SoapFaultException refused) {
      return fault(refused.fault(), failed);
    }
    if (failed instanceof InvalidMessageException invalid) {
      InputProblem problem = invalid.problem();
      return problem.code() == InputProblem.Code.SIZE
          ? refuse(413, problem.sentence(), failed)
          : fault(SoapFault.of(problem), failed);
    }
    return incident(failed);
  }

  /** Answers what nobody foresaw: the cause goes to the log, its number to the caller. */
  private CallEnd incident(Throwable cause) {
    String id = context.incidentId();
    LOG.error("incident {} in {} called from {}", id, name(), context.remoteAddress(), cause);
    return fault(SoapFault.incident(id), cause);
  }

  private CallEnd fault(SoapFault fault, Throwable cause) {
    CallEnd end = new CallEnd(Ending.FAULT, cause);
    if (isOneWay()) {
      LOG.warn(
          "incident {} in {} called from {}: {}",
          context.incidentId(),
          name(),
          context.remoteAddress(),
          fault.reason());
      return refuse(fault.code() == FaultCode.SENDER ? 400 : 500, "", cause);
    }
    try (XmlOut out = output(fault.code().httpStatus(context.version()))) {
      writer().write(out, headers(List.of()), fault);
      end(out);
      return end;
    } catch (BrokenSinkException callerGone) {
      return abort(callerGone);
    } catch (RuntimeException unwritable) {
      // A declared fault whose own members cannot be written; an incident's always can.
      return hasBegun ? abort(unwritable) : incident(unwritable);
    }
  }

  /** Refuses without a message: by the status and a sentence, empty for none. */
  CallEnd refuse(int status, String sentence, Throwable cause) {
    try {
      if (claim.take()) {
        hasBegun = true;
        if (sentence.isEmpty()) {
          response.header("Incident-Id", context.incidentId());
        }
        if (status == 503) {
          response.header("Retry-After", "1");
        }
        response.begin(status, sentence.isEmpty() ? null : "text/plain; charset=utf-8");
        if (!sentence.isEmpty()) {
          response.output().write((sentence + "\n").getBytes(StandardCharsets.UTF_8));
        }
        response.output().close();
        hasEnded = true;
      }
      return new CallEnd(Ending.FAULT, cause);
    } catch (IOException callerGone) {
      return abort(callerGone);
    }
  }

  /** The message did not arrive in time; from the watching thread. */
  void tooSlow(long nanos) {
    String sentence =
        "The message did not arrive within " + TimeUnit.NANOSECONDS.toMillis(nanos) + " ms.";
    LOG.warn("a message from {} was too slow", context.remoteAddress());
    if (!claim.isTaken()) {
      response.header("Connection", "close");
      refuse(408, sentence, new Refusal(408, sentence));
    }
    // Whoever still waits for the rest of the message waits in vain.
    response.abort();
  }

  /** The method did not return in time, or its answer does not go on; from the watching thread. */
  void overdue(long nanos) {
    long millis = TimeUnit.NANOSECONDS.toMillis(nanos);
    LOG.error(
        "incident {}: {} called from {} took more than {} ms and was interrupted",
        context.incidentId(),
        name(),
        context.remoteAddress(),
        millis);
    if (claim.isTaken()) {
      response.abort();
    } else {
      fault(SoapFault.overdue(context.incidentId(), millis), new Refusal(500, "overdue"));
    }
  }

  private boolean isOneWay() {
    OperationPlan known = operation;
    return known != null && known.response() == null;
  }

  private EnvelopeWriter writer() {
    OperationPlan known = operation;
    SoapVersion version = context.version();
    return (known == null ? anyService : known.service()).writer(version);
  }

  private XmlOut output(int status) {
    return new XmlOut((bytes, length) -> send(status, bytes, length), RESPONSE_BUFFER, false)
        .digits(digits);
  }

  private void send(int status, byte[] bytes, int length) throws IOException {
    if (claim.isOthers() || (!hasBegun && !claim.take())) {
      throw new IOException("it was answered meanwhile");
    }
    if (!hasBegun) {
      hasBegun = true;
      response.begin(status, context.version().contentType());
    }
    response.output().write(bytes, 0, length);
    whenGoingOn.run();
  }

  private void end(XmlOut out) {
    out.flush();
    try {
      response.output().close();
      hasEnded = true;
    } catch (IOException callerGone) {
      throw new BrokenSinkException(callerGone);
    }
  }
}
