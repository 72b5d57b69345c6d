package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.BrokenSinkException;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.codec.InvalidMessageException;
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

  private final Endpoint endpoint;
  private final Request request;
  private final Response response;
  private final ContentType contentType;
  private SoapVersion version;
  private String operationName = "";
  private boolean hasBegun;

  Exchange(Endpoint endpoint, Request request, Response response) {
    this.endpoint = endpoint;
    this.request = request;
    this.response = response;
    this.contentType = ContentType.of(request.contentType());
    this.version = contentType.version() == null ? SoapVersion.SOAP_1_1 : contentType.version();
  }

  /** The way of a call, from the first byte in to the last byte out. */
  void run() {
    if (contentType.version() == null) {
      fault(415, unsupported("Send text/xml for SOAP 1.1 or application/soap+xml for SOAP 1.2"));
      return;
    }
    OperationPlan operation;
    Object[] arguments;
    try (XmlIn in = endpoint.inputs().open(request.body(), contentType.charset())) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      if (envelope.version() != version) {
        version = envelope.version();
        fault(415, unsupported(version.title() + " envelopes travel as " + version.mediaType()));
        return;
      }
      operation = dispatch(envelope, in);
      arguments = operation.decode(in);
      envelope.end();
    } catch (InvalidMessageException invalid) {
      fault(SoapFault.of(invalid.problem()));
      return;
    } catch (SoapFaultException refused) {
      fault(refused.fault());
      return;
    }
    if (request.isCancelled()) {
      response.abort();
    } else if (isLate()) {
      fault(new SoapFault(FaultCode.RECEIVER, "The time for an answer was over.", null));
    } else {
      call(operation, arguments);
    }
  }

  private SoapFault unsupported(String mend) {
    return new SoapFault(
        FaultCode.SENDER, "The content type does not fit the message. " + mend + ".", null);
  }

  private OperationPlan dispatch(EnvelopeReader envelope, XmlIn in) {
    if (!envelope.toBody()) {
      throw in.problem(Code.MISSING, "one of " + known(), "").within("Body");
    }
    QName name = in.name();
    OperationPlan operation = endpoint.operations().get(name);
    if (operation == null) {
      boolean isNamespace =
          endpoint.operations().keySet().stream()
              .anyMatch(known -> known.getLocalPart().equals(name.getLocalPart()));
      String expected =
          isNamespace
              ? "it in namespace \"" + endpoint.contract().targetNamespace() + "\""
              : "one of the operations " + known();
      throw in.problem(Code.UNEXPECTED, expected, name.getLocalPart()).within(name.getLocalPart());
    }
    operationName = operation.name();
    String action = request.action();
    if (action != null && !action.isEmpty() && !action.equals(operation.action())) {
      LOG.info(
          "{} was called with the action of something else: \"{}\" instead of \"{}\"",
          operationName,
          action.replaceAll("\\p{Cntrl}", "?"),
          operation.action());
    }
    return operation;
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

  private void call(OperationPlan operation, Object[] arguments) {
    @Nullable Object[] result;
    try {
      result = operation.invoke(arguments);
    } catch (Throwable raised) {
      SoapFault declared = operation.declared(raised);
      if (declared == null) {
        incident(raised);
      } else {
        fault(declared);
      }
      return;
    }
    answer(operation, result);
  }

  private void answer(OperationPlan operation, @Nullable Object[] result) {
    EnvelopeWriter writer = endpoint.writer(version);
    XmlOut out = output(200);
    try {
      writer.write(out, body -> operation.response().write(body, result));
      out.flush();
    } catch (BrokenSinkException callerGone) {
      throw callerGone;
    } catch (RuntimeException | StackOverflowError failed) {
      incident(failed);
    }
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
    LOG.error(
        "incident {} in {} called from {}", id, operationName, request.remoteAddress(), cause);
    if (hasBegun) {
      LOG.error("incident {} came after the answer had begun; the connection was broken off", id);
      response.abort();
    } else {
      fault(SoapFault.incident(id));
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
    XmlOut out = output(status);
    try {
      endpoint.writer(version).write(out, fault);
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
