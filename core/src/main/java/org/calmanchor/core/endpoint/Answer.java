package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.calmanchor.core.answers.AnswerStore.KeptAnswer;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.endpoint.CallEnd.Ending;
import org.calmanchor.core.fresh.AnswerTurn;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.running.Refusal;
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

/**
 * The answer of one call: a result, a fault, an HTTP refusal, or the acknowledgement of a one-way
 * message. It is written first and delivered later, so that a later failure can replace it. Only
 * the owner of the answer writes; other threads have no effect.
 */
final class Answer {
  private final AnswerOutput output;
  private final CallContext context;
  private final CallState state;
  private final ServicePlan anyService;

  /**
   * Ownership of the answer by the thread that serves the call; the watching thread has its own.
   */
  private @Nullable AnswerOwnership ownership;

  private @Nullable XmlOut held;
  private @Nullable Refusal heldRefusal;

  /** How the call ended. Threads that do not own the answer read it only after the end. */
  private volatile @Nullable CallEnd end;

  /** Null until the body element of the message has been read. */
  private volatile @Nullable OperationPlan operation;

  /**
   * Creates the answer of a call whose operation is not known yet.
   *
   * @param anyService what writes it while no operation is known
   */
  Answer(AnswerOutput output, CallContext context, CallState state, ServicePlan anyService) {
    this.output = output;
    this.context = context;
    this.state = state;
    this.anyService = anyService;
  }

  /** Sets the operation, once it is known. */
  void of(OperationPlan found) {
    operation = found;
  }

  /** Gives the caller a cookie with it. */
  void cookie(String given) {
    output.cookie(given);
  }

  /** The operation; null until the body element of the message has been read. */
  @Nullable OperationPlan operation() {
    return operation;
  }

  /** The operation's name for log entries. */
  String name() {
    OperationPlan known = operation;
    return known == null ? "a call" : known.name();
  }

  /** Whether any thread wrote an answer. */
  boolean isWritten() {
    return end != null;
  }

  /** How the call ended, or will end when the held bytes are delivered. */
  CallEnd end() {
    CallEnd known = end;
    return known == null ? new CallEnd(Ending.BROKEN_OFF, null) : known;
  }

  /** Whether the serving thread owns the answer; takes the ownership if it is free. */
  private boolean own() {
    AnswerOwnership known = ownership;
    if (known != null) {
      return state.isOwner(known);
    }
    ownership = state.own();
    return ownership != null;
  }

  /** Records how the call ends. */
  CallEnd ended(Ending ending, @Nullable Throwable cause) {
    CallEnd ended =
        ending == Ending.RESULT && cause == null ? CallEnd.OF_RESULT : new CallEnd(ending, cause);
    end = ended;
    return ended;
  }

  /** Ends the call without an answer, because the caller has gone. */
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

  /** Sends 202 for a one-way message that was read without error; the method runs afterwards. */
  void acknowledge() {
    if (!own() || ownership == null) {
      return;
    }
    try {
      output.accept(ownership);
    } catch (IOException callerGone) {
      CallLog.callerGone(name(), callerGone);
    }
    state.acknowledged(ownership);
  }

  /** Ends a one-way call whose method has ended without error. */
  CallEnd done() {
    return state.isOverdue() ? end() : ended(Ending.RESULT, null);
  }

  /**
   * Writes the result of the operation.
   *
   * @param turn captures it for others; null if nobody else gets it
   * @param beforeEnd runs when all was written that will be, and may still object
   */
  CallEnd result(
      OperationPlan plan,
      MessageCodec codec,
      @Nullable Object[] arguments,
      @Nullable Object result,
      @Nullable AnswerTurn turn,
      Runnable beforeEnd) {
    if (!own()) {
      return end();
    }
    XmlOut out = output(200);
    try {
      List<Consumer<XmlOut>> headers = headers(plan.headers(arguments));
      @Nullable Object[] members = {result};
      Consumer<XmlOut> body = part -> codec.write(part, members);
      writer().write(out, headers, turn == null ? body : part -> turn.write(part, body));
      beforeEnd.run();
      return hold(out, Ending.RESULT, null);
    } catch (RuntimeException | StackOverflowError failed) {
      out.close();
      return failed(failed);
    }
  }

  /** Writes an answer that was computed before. */
  CallEnd again(KeptAnswer kept) {
    if (!own()) {
      return end();
    }
    output.age(kept.age());
    XmlOut out = output(200);
    try {
      writer().write(out, headers(List.of()), body -> body.raw(kept.body()));
      return hold(out, Ending.RESULT, null);
    } catch (RuntimeException failed) {
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

  /** Drops the bytes that are held back. */
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

  /** Writes the fault for an exception of the method: a declared fault, or an incident. */
  CallEnd raised(OperationPlan plan, Throwable raised) {
    SoapFault declared = plan.declared(raised);
    return declared == null || !own() || state.isAnswered()
        ? failed(raised)
        : fault(declared, raised);
  }

  /** Writes the fault for a failure of any kind. */
  CallEnd failed(Throwable failed) {
    if (!own()) {
      CallLog.afterEnd(name(), failed);
      return end();
    }
    if (state.isAnswered()) {
      // The sender of a one-way message has its 202 already.
      CallLog.failedLater(context, name(), failed);
      return ended(Ending.FAULT, failed);
    }
    if (failed instanceof BrokenSinkException) {
      return abort(failed);
    }
    if (state.hasBegun()) {
      CallLog.failedHalfway(context, name(), failed);
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
    CallLog.incident(context, name(), failed);
    return fault(SoapFault.incident(context.incidentId()), failed);
  }

  private CallEnd fault(SoapFault fault, Throwable cause) {
    if (isOneWay()) {
      CallLog.refusedOneWay(anyService.refusals(), context, name(), fault);
      return refuse(new Refusal(fault.code() == FaultCode.SENDER ? 400 : 500, ""), cause);
    }
    try {
      return fault(fault, headers(List.of()), cause);
    } catch (BrokenSinkException callerGone) {
      return abort(callerGone);
    } catch (RuntimeException | StackOverflowError unwritable) {
      // A member of the fault, or a header block of an interceptor, cannot be written as XML.
      return unwritable(unwritable);
    }
  }

  /**
   * If a fault cannot be written, a plain incident fault is written instead, without any values of
   * the service.
   */
  private CallEnd unwritable(Throwable cause) {
    CallLog.unwritableFault(context, name(), cause);
    try {
      return state.hasBegun()
          ? abort(cause)
          : fault(SoapFault.incident(context.incidentId()), List.of(), cause);
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

  /**
   * Answers by HTTP status and a plain sentence instead of a SOAP message; no body if the sentence
   * is empty.
   */
  CallEnd refuse(Refusal refusal, Throwable cause) {
    if (!own() || ownership == null || !state.complete(ownership)) {
      return end();
    }
    heldRefusal = refusal;
    return ended(Ending.FAULT, cause);
  }

  /**
   * Replaces a result that is still held back by a fault, because an interceptor failed afterwards.
   * A fault is not replaced.
   */
  CallEnd replaced(Throwable failed) {
    AnswerOwnership known = ownership;
    boolean isHeld = held != null || heldRefusal != null;
    if (!isHeld || known == null || !state.isOwner(known)) {
      return failed(failed);
    }
    if (!end().isResult()) {
      CallLog.interceptorFailed(name(), failed);
      return end();
    }
    return state.rewrite(known) || state.hasBegun() ? failed(failed) : end();
  }

  /** Sends the held bytes, and with them the last byte of the answer. */
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

  /** Aborts a call that is not answered, because the host stops. */
  void stop() {
    if (state.breakOff(() -> end = new CallEnd(Ending.BROKEN_OFF, null))) {
      output.abort();
    }
  }

  /** Whether the operation is one-way. */
  boolean isOneWay() {
    OperationPlan known = operation;
    return known != null && known.response() == null;
  }

  /** The writer of SOAP messages for this call. */
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
