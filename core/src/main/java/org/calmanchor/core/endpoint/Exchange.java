package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Consumer;
import java.util.stream.BaseStream;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.BrokenSinkException;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.codec.InvalidMessageException;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.codec.XmlOut;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One request and its answer. */
final class Exchange {
  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);

  /** How much of an answer is held back, so that a failure can still become a fault. */
  private static final int RESPONSE_BUFFER = 64 << 10;

  /** How many operations a fault names when it did not know the one asked for. */
  private static final int MOST_NAMED = 20;

  private static final String INCIDENT_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

  private static final CompletionStage<Void> DONE = CompletableFuture.completedFuture(null);

  private final Endpoint endpoint;
  private final Request request;
  private final Response response;
  private final ContentType contentType;
  private SoapVersion version;
  private @Nullable OperationPlan operation;
  private boolean hasBegun;

  Exchange(Endpoint endpoint, Request request, Response response) {
    this.endpoint = endpoint;
    this.request = request;
    this.response = response;
    this.contentType = ContentType.of(request.contentType());
    this.version = contentType.version() == null ? SoapVersion.SOAP_1_1 : contentType.version();
  }

  /** The way of a call, from the first byte in to the last byte out. */
  CompletionStage<Void> run() {
    try {
      if (contentType.version() == null) {
        fault(415, unsupported("Send text/xml for SOAP 1.1 or application/soap+xml for SOAP 1.2"));
        return DONE;
      }
      @Nullable Object[] arguments = read();
      return arguments == null || operation == null ? DONE : call(operation, arguments);
    } catch (BrokenSinkException callerGone) {
      response.abort();
      return DONE;
    }
  }

  /** Reads the message to its end; null when it was refused, and that was answered. */
  private @Nullable Object @Nullable [] read() {
    try (XmlIn in = endpoint.inputs().open(request.body(), contentType.charset())) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      if (envelope.version() != version) {
        version = envelope.version();
        fault(415, unsupported(version.title() + " envelopes travel as " + version.mediaType()));
        return null;
      }
      HeaderValues headers = new HeaderValues(endpoint.headers());
      OperationPlan found = dispatch(envelope, headers, in);
      operation = found;
      envelope.requireOnly(found.headerNames());
      @Nullable Object[] arguments = found.decode(in);
      envelope.end();
      headers.into(found, arguments, in);
      found.check(arguments, in);
      return arguments;
    } catch (InvalidMessageException invalid) {
      fault(SoapFault.of(invalid.problem()));
    } catch (SoapFaultException refused) {
      fault(refused.fault());
    }
    return null;
  }

  private SoapFault unsupported(String mend) {
    return new SoapFault(
        FaultCode.SENDER, "The content type does not fit the message. " + mend + ".", null);
  }

  private OperationPlan dispatch(EnvelopeReader envelope, HeaderValues headers, XmlIn in) {
    if (!envelope.toBody(headers)) {
      throw in.problem(Code.MISSING, "one of " + known(), "").within("Body");
    }
    QName name = in.name();
    OperationPlan found = endpoint.operations().get(name);
    if (found == null) {
      boolean isNamespace =
          endpoint.operations().keySet().stream()
              .anyMatch(known -> known.getLocalPart().equals(name.getLocalPart()));
      String expected =
          isNamespace ? "it in namespace " + namespaces() : "one of the operations " + known();
      throw in.problem(Code.UNEXPECTED, expected, name.getLocalPart()).within(name.getLocalPart());
    }
    if (!found.service().speaks(version)) {
      throw new SoapFaultException(
          new SoapFault(
              FaultCode.VERSION_MISMATCH,
              "Operation " + found.name() + " speaks " + found.service().spoken() + " only.",
              null));
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

  private String namespaces() {
    return endpoint.contracts().stream()
        .map(contract -> "\"" + contract.targetNamespace() + "\"")
        .collect(Collectors.joining(" or "));
  }

  private String known() {
    List<String> names =
        endpoint.operations().values().stream().map(OperationPlan::name).sorted().toList();
    String shown = String.join(", ", names.subList(0, Math.min(MOST_NAMED, names.size())));
    return names.size() > MOST_NAMED ? shown + ", … (" + names.size() + " in all)" : shown;
  }

  private boolean isLate() {
    Instant deadline = request.deadline();
    return deadline != null && Instant.now().isAfter(deadline);
  }

  private CompletionStage<Void> call(OperationPlan plan, @Nullable Object[] arguments) {
    if (request.isCancelled()) {
      response.abort();
      return DONE;
    }
    if (isLate()) {
      fault(new SoapFault(FaultCode.RECEIVER, "The time for an answer was over.", null));
      return DONE;
    }
    if (plan.response() == null) {
      accept();
    }
    Object result;
    try {
      result = plan.invoke(arguments);
    } catch (Throwable raised) {
      failed(plan, raised);
      return DONE;
    }
    if (!plan.isAsynchronous()) {
      answer(plan, arguments, result);
      return DONE;
    }
    if (!(result instanceof CompletionStage<?> stage)) {
      incident(new NullPointerException("the method returned null instead of a stage"));
      return DONE;
    }
    return stage.handle((value, raised) -> finish(plan, arguments, value, raised));
  }

  private @Nullable Void finish(
      OperationPlan plan,
      @Nullable Object[] arguments,
      @Nullable Object value,
      @Nullable Throwable raised) {
    try {
      if (raised == null) {
        answer(plan, arguments, value);
      } else {
        Throwable cause = raised.getCause();
        failed(plan, raised instanceof CompletionException && cause != null ? cause : raised);
      }
    } catch (BrokenSinkException callerGone) {
      response.abort();
    }
    return null;
  }

  /** Tells the caller of a one-way operation that the message arrived and was read. */
  private void accept() {
    try {
      hasBegun = true;
      response.begin(202, null);
      response.output().close();
    } catch (IOException callerGone) {
      LOG.debug("the caller of {} did not wait to be told that it arrived", name(), callerGone);
    }
  }

  private void failed(OperationPlan plan, Throwable raised) {
    SoapFault declared = plan.declared(raised);
    if (declared == null) {
      incident(raised);
    } else {
      fault(declared);
    }
  }

  private void answer(OperationPlan plan, @Nullable Object[] arguments, @Nullable Object result) {
    MessageCodec codec = plan.response();
    if (codec == null) {
      return;
    }
    XmlOut out = output(200);
    try {
      List<Consumer<XmlOut>> headers = plan.headers(arguments);
      @Nullable Object[] members = {result};
      writer().write(out, headers, body -> codec.write(body, members));
      out.flush();
    } catch (BrokenSinkException callerGone) {
      throw callerGone;
    } catch (RuntimeException | StackOverflowError failed) {
      incident(failed);
    } finally {
      close(result);
    }
  }

  /** A stream's source is let go when its last item was written, or never will be. */
  private void close(@Nullable Object result) {
    if (result instanceof BaseStream<?, ?> stream) {
      try {
        stream.close();
      } catch (RuntimeException failed) {
        LOG.warn("the stream that {} returned could not be closed", name(), failed);
      }
    }
  }

  private EnvelopeWriter writer() {
    ServicePlan service = operation == null ? endpoint.anyService() : operation.service();
    return service.writer(version);
  }

  private String name() {
    return operation == null ? "" : operation.name();
  }

  private XmlOut output(int status) {
    return new XmlOut((bytes, length) -> send(status, bytes, length), RESPONSE_BUFFER, false);
  }

  private void send(int status, byte[] bytes, int length) throws IOException {
    if (!hasBegun) {
      hasBegun = true;
      response.begin(status, version.mediaType() + "; charset=utf-8");
    }
    response.output().write(bytes, 0, length);
  }

  /** Answers what nobody foresaw: the cause goes to the log, its number to the caller. */
  private void incident(Throwable cause) {
    String id = newIncident();
    LOG.error("incident {} in {} called from {}", id, name(), request.remoteAddress(), cause);
    if (isOneWay()) {
      refuse(500, id);
    } else if (hasBegun) {
      LOG.error("incident {} came after the answer had begun; the connection was broken off", id);
      response.abort();
    } else {
      fault(SoapFault.incident(id));
    }
  }

  private boolean isOneWay() {
    return operation != null && operation.response() == null;
  }

  /** Refuses where the caller expects no message: by the status, and by where the reason stands. */
  private void refuse(int status, String incident) {
    if (!hasBegun) {
      hasBegun = true;
      response.incident(incident);
      response.begin(status, null);
    }
  }

  private static String newIncident() {
    StringBuilder id = new StringBuilder();
    for (int i = 0; i < 8; i++) {
      int letter = ThreadLocalRandom.current().nextInt(INCIDENT_LETTERS.length());
      id.append(i == 4 ? "-" : "").append(INCIDENT_LETTERS.charAt(letter));
    }
    return id.toString();
  }

  private void fault(SoapFault fault) {
    fault(fault.code().httpStatus(version), fault);
  }

  private void fault(int status, SoapFault fault) {
    if (isOneWay()) {
      String id = newIncident();
      LOG.warn("incident {} in {}: {}", id, name(), fault.reason());
      refuse(fault.code() == FaultCode.SENDER ? 400 : 500, id);
      return;
    }
    XmlOut out = output(status);
    try {
      writer().write(out, fault);
      out.flush();
    } catch (BrokenSinkException callerGone) {
      throw callerGone;
    } catch (RuntimeException unwritable) {
      if (hasBegun) {
        response.abort();
      } else {
        // A declared fault whose own members cannot be written; an incident's always can.
        incident(unwritable);
      }
    }
  }
}
