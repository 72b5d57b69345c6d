package org.calmanchor.core.endpoint;

import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.codec.Inputs;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One request on its way to the operation, and what has to be let go at its end. */
final class Exchange {
  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);

  private static final CompletionStage<Void> DONE = CompletableFuture.completedFuture(null);

  private final Endpoint endpoint;
  private final Request request;
  private final ContentType contentType;
  private final CallContext context;
  private final Answer answer;
  private @Nullable RunningCall running;
  private @Nullable XmlIn in;

  Exchange(Endpoint endpoint, Request request, Response response) {
    this.endpoint = endpoint;
    this.request = request;
    this.contentType = endpoint.contentType(request.contentType());
    SoapVersion version =
        contentType.version() == null ? SoapVersion.SOAP_1_1 : contentType.version();
    this.context = new CallContext(request, version);
    this.answer = new Answer(response, context, endpoint.anyService(), endpoint.digits());
  }

  /** The way of a call, from the first byte in to the last byte out. */
  CompletionStage<Void> run() {
    if (!admit()) {
      String sentence = "So many calls run that there is no room for this one; try again shortly.";
      answer.refuse(503, sentence, new Refusal(503, sentence));
      return DONE;
    }
    CompletionStage<CallEnd> ended;
    try {
      ended = proceed();
    } catch (Throwable failed) {
      // Whatever it is, the caller is answered, and the slot is free again.
      ended = CompletableFuture.failedFuture(failed);
    }
    if (ended == Bracket.RESULT && answer.isGiven()) {
      end();
      return DONE;
    }
    return ended.handle(
        (end, failed) -> {
          finish(failed);
          return null;
        });
  }

  private void finish(@Nullable Throwable failed) {
    if (failed != null) {
      answer.failed(unwrapped(failed));
    } else if (!answer.isGiven()) {
      answer.failed(
          new IllegalStateException("an interceptor neither let the call proceed nor refused it"));
    }
    end();
  }

  private static Throwable unwrapped(Throwable failed) {
    Throwable cause = failed instanceof CompletionException ? failed.getCause() : null;
    return cause == null ? failed : cause;
  }

  private boolean admit() {
    RunningCalls calls = endpoint.settings().calls();
    if (!calls.isWatched()) {
      return true;
    }
    RunningCall admitted = calls.admit(answer);
    running = admitted;
    if (admitted != null) {
      answer.whenGoingOn(admitted::goesOn);
    }
    return admitted != null;
  }

  private void end() {
    if (in != null) {
      for (AutoCloseable spool : in.leftovers().spools()) {
        close(spool);
      }
      close(in);
    }
    if (running != null) {
      running.ended();
    }
  }

  private static void close(AutoCloseable open) {
    try {
      open.close();
    } catch (Exception failed) {
      LOG.warn("what a message held could not be let go", failed);
    }
  }

  private CompletionStage<CallEnd> proceed() {
    requireContentType();
    XmlIn opened = endpoint.inputs().open(request.body(), contentType.charset(), request.length());
    in = opened;
    EnvelopeReader envelope = EnvelopeReader.open(opened);
    SoapVersion version = envelope.version();
    if (version != context.version()) {
      context.speak(version);
      throw Refusal.contentType(version.title() + " envelopes travel as " + version.mediaType());
    }
    HeaderValues headers = new HeaderValues(endpoint.headers(), endpoint.handlers(), context);
    OperationPlan operation = dispatch(envelope, headers, opened);
    context.of(operation);
    answer.of(operation);
    if (!endpoint.switchedOff().isEmpty() && endpoint.switchedOff().contains(operation.name())) {
      throw new SoapFaultException(SoapFault.switchedOff(operation.name()));
    }
    if (envelope.isAnyMandatory()) {
      envelope.requireUnderstood(
          name -> operation.headerNames().contains(name) || endpoint.handlers().containsKey(name));
    }
    Bracket bracket =
        new Bracket(operation, request, answer, context, headers, envelope, opened, running);
    List<Interceptor> interceptors = endpoint.settings().interceptors();
    return interceptors.isEmpty() ? bracket.run() : around(interceptors, 0, bracket);
  }

  private CompletionStage<CallEnd> around(List<Interceptor> interceptors, int at, Bracket bracket) {
    return at == interceptors.size()
        ? bracket.run()
        : interceptors.get(at).around(context, () -> around(interceptors, at + 1, bracket));
  }

  private void requireContentType() {
    if (contentType.version() == null) {
      throw Refusal.contentType("Send text/xml for SOAP 1.1 or application/soap+xml for SOAP 1.2");
    }
    String charset = contentType.charset();
    if (charset != null && !Inputs.isReadable(charset)) {
      throw Refusal.contentType("Its charset is not known here; send UTF-8");
    }
  }

  private OperationPlan dispatch(EnvelopeReader envelope, HeaderValues headers, XmlIn message) {
    if (!envelope.toBody(headers)) {
      throw message.problem(Code.MISSING, "one of " + endpoint.known(), "").within("Body");
    }
    OperationPlan found = endpoint.operation(message.namespace(), message.localName());
    if (found == null) {
      throw endpoint.unknown(message);
    }
    if (!found.service().speaks(context.version())) {
      throw new SoapFaultException(
          SoapFault.versionMismatch(
              "Operation " + found.name() + " speaks " + found.service().spoken() + " only.",
              found.service().versions()));
    }
    String action = request.action();
    if (action != null && !action.isEmpty() && !action.equals(found.action())) {
      LOG.info(
          "{} was called with the action of something else: \"{}\" instead of \"{}\"",
          found.name(),
          action.replaceAll("\\p{Cntrl}", "?"),
          found.action());
    }
    return found;
  }
}
