package org.calmanchor.core.endpoint;

import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/**
 * The circumstances of a call, besides its arguments. A method gets those of its own call from
 * {@link #current()}. Not safe for several threads.
 */
public final class CallContext {
  private static final ThreadLocal<@Nullable CallContext> CURRENT = new ThreadLocal<>();
  private static final String INCIDENT_LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";

  private final Request request;
  private List<Element> addedHeaderBlocks = List.of();
  private Map<Class<?>, Object> attributes = Map.of();
  private @Nullable OperationPlan operation;
  private SoapVersion version;
  private @Nullable String incident;

  CallContext(Request request, SoapVersion version) {
    this.request = request;
    this.version = version;
  }

  /**
   * The context of the call that this thread serves.
   *
   * @throws IllegalStateException when it serves none
   */
  public static CallContext current() {
    CallContext current = CURRENT.get();
    if (current == null) {
      throw new IllegalStateException(
          "this thread serves no call; take the context on the thread that the method was called"
              + " on, and hand it on");
    }
    return current;
  }

  /** Makes this the current one; null for none. */
  static void serve(@Nullable CallContext call) {
    // An empty entry is left behind: it holds nothing, and the next call takes it again.
    CURRENT.set(call);
  }

  void of(OperationPlan found) {
    operation = found;
  }

  void speak(SoapVersion spoken) {
    version = spoken;
  }

  /** The operation's name on the wire; empty while it is not known, as for a header handler. */
  public String operation() {
    return operation == null ? "" : operation.name();
  }

  /** The name of the service ({@code wsdl:service}); empty while the operation is not known. */
  public String service() {
    return operation == null ? "" : operation.service().name();
  }

  /** The path at which the host was asked, such as {@code /berths}; empty without a host. */
  public String path() {
    return request.path();
  }

  /** The version that the caller speaks. */
  public SoapVersion version() {
    return version;
  }

  /** Where the call came from. */
  public String remoteAddress() {
    return request.remoteAddress();
  }

  /** The authenticated caller. */
  public Optional<Principal> principal() {
    return Optional.ofNullable(request.principal());
  }

  /** When an answer is no longer wanted. */
  public Optional<Instant> deadline() {
    return Optional.ofNullable(request.deadline());
  }

  /** A header of the transport, such as {@code User-Agent}. */
  public Optional<String> transportHeader(String name) {
    return Optional.ofNullable(request.header(name));
  }

  /** All headers of the transport of that name, in the order in which they were sent. */
  public List<String> transportHeaders(String name) {
    return request.headers(name);
  }

  /**
   * Keeps something for as long as the call lives, for interceptors and methods that come later.
   *
   * @param key by which it is found again; one of each type
   */
  public <T> void attribute(Class<T> key, T value) {
    if (attributes.isEmpty()) {
      attributes = new HashMap<>();
    }
    attributes.put(key, value);
  }

  /** What was kept by {@link #attribute(Class, Object)}. */
  public <T> Optional<T> attribute(Class<T> key) {
    return Optional.ofNullable(key.cast(attributes.get(key)));
  }

  /**
   * The number under which the log and the caller know what went wrong, if anything does; a program
   * may use it for its own log entries.
   */
  public synchronized String incidentId() {
    if (incident == null) {
      StringBuilder id = new StringBuilder();
      for (int i = 0; i < 8; i++) {
        int letter = ThreadLocalRandom.current().nextInt(INCIDENT_LETTERS.length());
        id.append(i == 4 ? "-" : "").append(INCIDENT_LETTERS.charAt(letter));
      }
      incident = id.toString();
    }
    return incident;
  }

  /**
   * What an interceptor or header handler throws to refuse this call with a fault.
   *
   * @param code whose doing it is
   * @param reason why, in a sentence that the caller reads
   */
  public RuntimeException refusal(Fault.Code code, String reason) {
    FaultCode known = code == Fault.Code.SENDER ? FaultCode.SENDER : FaultCode.RECEIVER;
    return new SoapFaultException(new SoapFault(known, null, reason, null));
  }

  /** Adds a header block to the answer, a result or a fault. */
  public void addHeaderBlock(Element block) {
    if (addedHeaderBlocks.isEmpty()) {
      addedHeaderBlocks = new ArrayList<>();
    }
    addedHeaderBlocks.add(block);
  }

  List<Element> addedHeaderBlocks() {
    return addedHeaderBlocks;
  }
}
