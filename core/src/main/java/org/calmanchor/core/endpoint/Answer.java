package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Consumer;
import java.util.stream.BaseStream;
import org.calmanchor.core.codec.BrokenSinkException;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlOut;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What goes back for one request: a result, a fault, or the bare word that a one-way message
 * arrived. Whatever goes wrong in writing is answered too, or breaks the answer off.
 */
final class Answer {
  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);

  /** How much of an answer is held back, so that a failure can still become a fault. */
  private static final int RESPONSE_BUFFER = 64 << 10;

  private static final String INCIDENT_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

  private final Response response;
  private final String caller;
  private final ServicePlan anyService;
  private SoapVersion version;
  private @Nullable OperationPlan operation;
  private boolean hasBegun;

  /**
   * An answer, of which nothing is known yet.
   *
   * @param caller where the request came from, for the log
   * @param anyService what writes it while no operation is known
   * @param version the version to be spoken while the message's own is not known
   */
  Answer(Response response, String caller, ServicePlan anyService, SoapVersion version) {
    this.response = response;
    this.caller = caller;
    this.anyService = anyService;
    this.version = version;
  }

  SoapVersion version() {
    return version;
  }

  /** Speaks another version than it seemed. */
  void speak(SoapVersion spoken) {
    version = spoken;
  }

  /** Becomes that of an operation. */
  void of(OperationPlan found) {
    operation = found;
  }

  void abort() {
    response.abort();
  }

  /** Tells the caller of a one-way operation that the message arrived and was read. */
  void accept() {
    try {
      hasBegun = true;
      response.begin(202, null);
      response.output().close();
    } catch (IOException callerGone) {
      LOG.debug("the caller of {} did not wait to be told that it arrived", name(), callerGone);
    }
  }

  /** Answers with what the operation returned; for a one-way operation, with nothing more. */
  void result(OperationPlan plan, @Nullable Object[] arguments, @Nullable Object result) {
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

  /** Answers what the operation raised: as it was declared, or as an incident. */
  void raised(OperationPlan plan, Throwable raised) {
    SoapFault declared = plan.declared(raised);
    if (declared == null) {
      incident(raised);
    } else {
      fault(declared);
    }
  }

  /** Answers what nobody foresaw: the cause goes to the log, its number to the caller. */
  void incident(Throwable cause) {
    String id = newIncident();
    LOG.error("incident {} in {} called from {}", id, name(), caller, cause);
    if (isOneWay()) {
      refuse(500, id);
    } else if (hasBegun) {
      LOG.error("incident {} came after the answer had begun; the connection was broken off", id);
      response.abort();
    } else {
      fault(SoapFault.incident(id));
    }
  }

  void fault(SoapFault fault) {
    fault(fault.code().httpStatus(version), fault);
  }

  void fault(int status, SoapFault fault) {
    if (isOneWay()) {
      String id = newIncident();
      LOG.warn("incident {} in {} called from {}: {}", id, name(), caller, fault.reason());
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

  /** Refuses where the caller expects no message: by the status, and by where the reason stands. */
  private void refuse(int status, String incident) {
    if (!hasBegun) {
      hasBegun = true;
      response.incident(incident);
      response.begin(status, null);
    }
  }

  private boolean isOneWay() {
    return operation != null && operation.response() == null;
  }

  private EnvelopeWriter writer() {
    return (operation == null ? anyService : operation.service()).writer(version);
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

  private static String newIncident() {
    StringBuilder id = new StringBuilder();
    for (int i = 0; i < 8; i++) {
      int letter = ThreadLocalRandom.current().nextInt(INCIDENT_LETTERS.length());
      id.append(i == 4 ? "-" : "").append(INCIDENT_LETTERS.charAt(letter));
    }
    return id.toString();
  }
}
