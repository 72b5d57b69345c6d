package org.calmanchor.core.endpoint;

import java.time.Instant;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.BrokenSinkException;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.codec.InvalidMessageException;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One request on its way to the method and back. */
final class Exchange {
  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);

  /** How many operations a fault names when it did not know the one asked for. */
  private static final int MOST_NAMED = 20;

  private static final CompletionStage<Void> DONE = CompletableFuture.completedFuture(null);

  private final Endpoint endpoint;
  private final Request request;
  private final ContentType contentType;
  private final Answer answer;

  Exchange(Endpoint endpoint, Request request, Response response) {
    this.endpoint = endpoint;
    this.request = request;
    this.contentType = ContentType.of(request.contentType());
    SoapVersion version =
        contentType.version() == null ? SoapVersion.SOAP_1_1 : contentType.version();
    this.answer = new Answer(response, request.remoteAddress(), endpoint.anyService(), version);
  }

  /** An operation and what it is called with. */
  private record Call(OperationPlan operation, @Nullable Object[] arguments) {}

  /** The way of a call, from the first byte in to the last byte out. */
  CompletionStage<Void> run() {
    try {
      if (contentType.version() == null) {
        answer.fault(
            415, unsupported("Send text/xml for SOAP 1.1 or application/soap+xml for SOAP 1.2"));
        return DONE;
      }
      Call call = read();
      return call == null ? DONE : make(call);
    } catch (BrokenSinkException callerGone) {
      answer.abort();
      return DONE;
    }
  }

  /** Reads the message to its end; null when it was refused, and that was answered. */
  private @Nullable Call read() {
    try (XmlIn in = endpoint.inputs().open(request.body(), contentType.charset())) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      SoapVersion version = envelope.version();
      if (version != answer.version()) {
        answer.speak(version);
        String mend = version.title() + " envelopes travel as " + version.mediaType();
        answer.fault(415, unsupported(mend));
        return null;
      }
      HeaderValues headers = new HeaderValues(endpoint.headers());
      OperationPlan operation = dispatch(envelope, headers, in);
      answer.of(operation);
      envelope.requireOnly(operation.headerNames());
      @Nullable Object[] arguments = operation.decode(in);
      envelope.end();
      headers.into(operation, arguments, in);
      operation.check(arguments, in);
      return new Call(operation, arguments);
    } catch (InvalidMessageException invalid) {
      answer.fault(SoapFault.of(invalid.problem()));
    } catch (SoapFaultException refused) {
      answer.fault(refused.fault());
    }
    return null;
  }

  private static SoapFault unsupported(String mend) {
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
    if (!found.service().speaks(answer.version())) {
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

  private CompletionStage<Void> make(Call call) {
    OperationPlan operation = call.operation();
    if (request.isCancelled()) {
      answer.abort();
      return DONE;
    }
    if (isLate()) {
      answer.fault(new SoapFault(FaultCode.RECEIVER, "The time for an answer was over.", null));
      return DONE;
    }
    if (operation.response() == null) {
      answer.accept();
    }
    Object result;
    try {
      result = operation.invoke(call.arguments());
    } catch (Throwable raised) {
      answer.raised(operation, raised);
      return DONE;
    }
    if (!operation.isAsynchronous()) {
      answer.result(operation, call.arguments(), result);
      return DONE;
    }
    if (!(result instanceof CompletionStage<?> stage)) {
      answer.incident(new NullPointerException("the method returned null instead of a stage"));
      return DONE;
    }
    return stage.handle((value, raised) -> finish(call, value, raised));
  }

  private @Nullable Void finish(Call call, @Nullable Object value, @Nullable Throwable raised) {
    try {
      if (raised == null) {
        answer.result(call.operation(), call.arguments(), value);
      } else {
        Throwable cause = raised.getCause();
        answer.raised(
            call.operation(),
            raised instanceof CompletionException && cause != null ? cause : raised);
      }
    } catch (BrokenSinkException callerGone) {
      answer.abort();
    }
    return null;
  }
}
