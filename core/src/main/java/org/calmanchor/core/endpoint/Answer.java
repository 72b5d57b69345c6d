package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.RateLimitedLog;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.xml.BrokenSinkException;
import org.calmanchor.core.xml.DomWriter;
import org.calmanchor.core.xml.InputProblem;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

/**
 * The answer of one call: a result, a fault, an HTTP refusal, or the acknowledgement of a one-way
 * message. It is written first and delivered later, so that a later failure can replace it. Only
 * the owner of the answer writes; other threads have no effect.
 */
final class Answer {
  private static final Logger LOG = LoggerFactory.getLogger(Answer.class);
  private static final RateLimitedLog REFUSED = new RateLimitedLog(LOG, Level.WARN);

  private final AnswerOutput output;
  private final CallContext context;
  private final CallState state;
  private final ServicePlan anyService;

  /** The ownership of those who serve the call; the watching thread has one of its own. */
  private @Nullable AnswerOwnership ownership;

  private @Nullable XmlOut held;
  private @Nullable Refusal heldRefusal;

  /** How the call ended; for others than the owner only after it ended. */
  private volatile @Nullable CallEnd end;

  /** What is known before the method is called. */
  private volatile @Nullable OperationPlan operation;

  /**
   * An answer, of which nothing is known yet.
   *
   * @param anyService what writes it while no operation is known
   */
  Answer(AnswerOutput output, CallContext context, CallState state, ServicePlan anyService) {
    this.output = output;
    this.context = context;
    this.state = state;
    this.anyService = anyService;
  }

  /** Becomes that of an operation. */
  void of(OperationPlan found) {
    operation = found;
  }

  /** The operation's name, for the log. */
  String name() {
    OperationPlan known = operation;
    return known == null ? "a call" : known.name();
  }

  /** Whether an answer was written, by whomever. */
  boolean isWritten() {
    return end != null;
  }

  /** How the call ended, or will once what is held is delivered. */
  CallEnd end() {
    CallEnd known = end;
    return known == null ? new CallEnd(Ending.BROKEN_OFF, null) : known;
  }

  /** Whether those who serve the call own the answer; takes it when it is free. */
  private boolean own() {
    AnswerOwnership known = ownership;
    if (known != null) {
      return state.isOwner(known);
    }
    ownership = state.own();
    return ownership != null;
  }

  /** Is how the call ended, or will. */
  CallEnd ended(Ending ending, @Nullable Throwable cause) {
    CallEnd ended =
        ending == Ending.RESULT && cause == null ? CallEnd.OF_RESULT : new CallEnd(ending, cause);
    end = ended;
    return ended;
  }

  /** Nobody waits for it any more. */
  CallEnd abort(@Nullable Throwable cause) {
    if (!own()) {
      return end();
    }
    drop();
    if (ownership != null && state.breakOff(ownership)) {
      output.abort();
    }
    return ended(Ending.BROKEN_OFF, cause);
  }

  /** Tells the sender of a one-way message that it arrived and was read; the method runs then. */
  void acknowledge() {
    if (!own() || ownership == null) {
      return;
    }
    try {
      output.accept(ownership);
    } catch (IOException callerGone) {
      LOG.debug(
          "the sender of {} did not wait to be told that it arrived",
          name(),
          Loggable.failure(callerGone));
    }
    state.acknowledged(ownership);
  }

  /** A one-way message was acknowledged, and its method has ended well. */
  CallEnd done() {
    return state.isOverdue() ? end() : ended(Ending.RESULT, null);
  }

  /**
   * Writes what the operation returned.
   *
   * @param beforeEnd runs when all was written that will be, and may still object
   */
  CallEnd result(
      OperationPlan plan,
      MessageCodec codec,
      @Nullable Object[] arguments,
      @Nullable Object result,
      Runnable beforeEnd) {
    if (!own()) {
      return end();
    }
    XmlOut out = output(200);
    try {
      List<Consumer<XmlOut>> headers = headers(plan.headers(arguments));
      @Nullable Object[] members = {result};
      writer().write(out, headers, body -> codec.write(body, members));
      beforeEnd.run();
      return hold(out, Ending.RESULT, null);
    } catch (RuntimeException | StackOverflowError failed) {
      out.close();
      return failed(failed);
    }
  }

  private CallEnd hold(XmlOut out, Ending ending, @Nullable Throwable cause) {
    if (ownership == null || !state.complete(ownership)) {
      out.close();
      return end();
    }
    held = out;
    return ended(ending, cause);
  }

  /** Drops what was held back. */
  private void drop() {
    XmlOut dropped = held;
    held = null;
    heldRefusal = null;
    if (dropped != null) {
      dropped.close();
    }
  }

  private List<Consumer<XmlOut>> headers(List<Consumer<XmlOut>> declared) {
    if (context.addedHeaderBlocks().isEmpty()) {
      return declared;
    }
    List<Consumer<XmlOut>> all = new ArrayList<>(declared);
    context.addedHeaderBlocks().forEach(block -> all.add(out -> DomWriter.write(out, block)));
    return all;
  }

  /** Answers what the operation raised: as it was declared, or as an incident. */
  CallEnd raised(OperationPlan plan, Throwable raised) {
    SoapFault declared = plan.declared(raised);
    return declared == null || !own() || state.isAnswered()
        ? failed(raised)
        : fault(declared, raised);
  }

  /** Answers an error, depending on its kind. */
  CallEnd failed(Throwable failed) {
    if (!own()) {
      LOG.debug("{} failed after its caller had got an answer", name(), Loggable.failure(failed));
      return end();
    }
    if (state.isAnswered()) {
      return failedLater(failed);
    }
    if (failed instanceof BrokenSinkException) {
      return abort(failed);
    }
    if (state.hasBegun()) {
      LOG.error(
          "{} failed after its answer had begun; the connection was broken off, incident {}",
          name(),
          context.incidentId(),
          Loggable.failure(failed));
      return abort(failed);
    }
    drop();
    if (failed instanceof Refusal refusal) {
      return refuse(refusal, failed);
    }
    if (failed instanceof SoapFaultException refused) {
      return fault(refused.fault(), failed);
    }
    if (failed instanceof InvalidMessageException invalid) {
      InputProblem problem = invalid.problem();
      return switch (problem.code()) {
        case SIZE -> refuse(new Refusal(413, problem.sentence()), failed);
        case ENCODING -> refuse(new Refusal(415, problem.sentence()), failed);
        default -> fault(SoapFault.of(problem), failed);
      };
    }
    return incident(failed);
  }

  /** The sender of a one-way message has gone, content; what failed is for the log alone. */
  private CallEnd failedLater(Throwable failed) {
    LOG.error(
        "incident {} in {} called from {}, after its message was acknowledged",
        context.incidentId(),
        name(),
        Loggable.text(context.remoteAddress()),
        Loggable.failure(failed));
    return ended(Ending.FAULT, failed);
  }

  /**
   * Answers an unexpected error: the cause goes to the log, and an incident number to the caller.
   */
  private CallEnd incident(Throwable cause) {
    String id = context.incidentId();
    LOG.error(
        "incident {} in {} called from {}",
        id,
        name(),
        Loggable.text(context.remoteAddress()),
        Loggable.failure(cause));
    return fault(SoapFault.incident(id), cause);
  }

  private CallEnd fault(SoapFault fault, Throwable cause) {
    if (isOneWay()) {
      REFUSED.log(
          "incident {} in {} called from {}: {}",
          context.incidentId(),
          name(),
          Loggable.text(context.remoteAddress()),
          Loggable.text(fault.reason()));
      return refuse(new Refusal(fault.code() == FaultCode.SENDER ? 400 : 500, ""), cause);
    }
    try {
      return fault(fault, headers(List.of()), cause);
    } catch (BrokenSinkException callerGone) {
      return abort(callerGone);
    } catch (RuntimeException | StackOverflowError unwritable) {
      // Its own members, or a header block of an interceptor, have no form in XML.
      return unwritable(unwritable);
    }
  }

  /**
   * If a fault cannot be written, a plain incident fault is written instead, without any values of
   * the service.
   */
  private CallEnd unwritable(Throwable cause) {
    String id = context.incidentId();
    LOG.error(
        "incident {}: the fault of {} could not be written", id, name(), Loggable.failure(cause));
    try {
      return state.hasBegun() ? abort(cause) : fault(SoapFault.incident(id), List.of(), cause);
    } catch (RuntimeException | StackOverflowError again) {
      return abort(again);
    }
  }

  private CallEnd fault(SoapFault fault, List<Consumer<XmlOut>> headers, Throwable cause) {
    XmlOut out = output(fault.code().httpStatus(context.version()));
    try {
      writer().write(out, headers, fault);
    } catch (RuntimeException | StackOverflowError failed) {
      out.close();
      throw failed;
    }
    return hold(out, Ending.FAULT, cause);
  }

  /** Refuses without a message: by the status and a sentence, empty for none. */
  CallEnd refuse(Refusal refusal, Throwable cause) {
    if (!own() || ownership == null || !state.complete(ownership)) {
      return end();
    }
    heldRefusal = refusal;
    return ended(Ending.FAULT, cause);
  }

  /**
   * What was held as a result becomes something else, since an interceptor failed after it was
   * written. A fault stays what it is.
   */
  CallEnd replaced(Throwable failed) {
    AnswerOwnership known = ownership;
    boolean isHeld = held != null || heldRefusal != null;
    if (!isHeld || known == null || !state.isOwner(known)) {
      return failed(failed);
    }
    if (!end().isResult()) {
      LOG.error("an interceptor of {} failed after the call had", name(), Loggable.failure(failed));
      return end();
    }
    return state.rewrite(known) || state.hasBegun() ? failed(failed) : end();
  }

  /** Hands over what was held back, and so the last byte. */
  void deliver() {
    AnswerOwnership known = ownership;
    try {
      if (known != null) {
        deliver(known);
      }
    } catch (BrokenSinkException | IOException callerGone) {
      abort(callerGone);
    } finally {
      drop();
    }
  }

  private void deliver(AnswerOwnership by) throws IOException {
    XmlOut out = held;
    Refusal refusal = heldRefusal;
    if (out != null) {
      out.flush();
    } else if (refusal != null) {
      output.refuse(by, refusal);
    } else {
      return;
    }
    output.close(by);
  }

  /** The host stops: a call that is not answered is aborted. */
  void stop() {
    if (state.breakOff(() -> end = new CallEnd(Ending.BROKEN_OFF, null))) {
      output.abort();
    }
  }

  /** Whether its operation has no answer. */
  boolean isOneWay() {
    OperationPlan known = operation;
    return known != null && known.response() == null;
  }

  /** What writes it. */
  EnvelopeWriter writer() {
    OperationPlan known = operation;
    SoapVersion version = context.version();
    return (known == null ? anyService : known.service()).writer(version);
  }

  private XmlOut output(int status) {
    AnswerOwnership known = ownership;
    if (known == null) {
      throw new IllegalStateException("nobody owns the answer");
    }
    return output.message(known, status);
  }
}
