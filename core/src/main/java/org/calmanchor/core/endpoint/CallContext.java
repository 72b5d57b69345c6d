package org.calmanchor.core.endpoint;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.soap.FaultCode;
import org.calmanchor.core.soap.SoapFault;
import org.calmanchor.core.soap.SoapFaultException;
import org.calmanchor.core.trace.TraceContext;
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
  private @Nullable TraceContext trace;
  private @Nullable Caller caller;
  private @Nullable AnswerStore answerStore;
  private List<String> forgotten = List.of();
  private volatile @Nullable Runnable sessionEnd;

  /** Whether the method runs whose answer others may get. */
  private volatile boolean isWatched;

  private volatile boolean wasAsked;

  CallContext(Request request, SoapVersion version) {
    this.request = request;
    this.version = version;
    this.caller = request.caller();
  }

  /**
   * The context of the call that the current thread serves.
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

  /** The context of the call that the current thread serves, if it serves one. */
  public static Optional<CallContext> ofThread() {
    return Optional.ofNullable(CURRENT.get());
  }

  /** Sets the context of the current thread; null for none. */
  static void serve(@Nullable CallContext call) {
    // The entry is kept with null: removing it would make the next call allocate it again.
    CURRENT.set(call);
  }

  void of(OperationPlan found) {
    operation = found;
  }

  void speak(SoapVersion spoken) {
    version = spoken;
  }

  /** Says who calls, by what the message says; the transport's word counts before it. */
  void calledBy(Caller found) {
    if (caller == null) {
      caller = found;
    }
  }

  /** The operation's name on the wire; empty while it is unknown, as in a header handler. */
  public String operation() {
    return operation == null ? "" : operation.name();
  }

  /** The name of the service ({@code wsdl:service}); empty while the operation is unknown. */
  public String service() {
    return operation == null ? "" : operation.service().name();
  }

  /** The path of the request's URL, such as {@code /berths}; empty without a host. */
  public String path() {
    ask();
    return request.path();
  }

  /** The SOAP version of the request. */
  public SoapVersion version() {
    return version;
  }

  /** Where the call came from. */
  public String remoteAddress() {
    ask();
    return request.remoteAddress();
  }

  /** Who calls, if it has proved who it is. */
  public Optional<Caller> caller() {
    ask();
    return Optional.ofNullable(caller);
  }

  /**
   * The place of this call in the trace that the caller began, or in one of its own (W3C Trace
   * Context). A client of ours passes it on.
   */
  public synchronized TraceContext trace() {
    TraceContext known = trace;
    if (known == null) {
      known =
          TraceContext.received(
              request.headers(TraceContext.PARENT_HEADER),
              request.headers(TraceContext.STATE_HEADER));
      trace = known;
    }
    return known;
  }

  /**
   * The trace of this call as a header {@code traceparent}, if the caller sent one or somebody
   * asked for it; else empty. Not read yet, because this costs more than the rest of a record.
   */
  String knownTraceParent() {
    synchronized (this) {
      if (trace != null) {
        return trace.parent();
      }
    }
    return TraceContext.only(request.headers(TraceContext.PARENT_HEADER));
  }

  /** Sets the place of this call in a trace, for an interceptor that records traces. */
  public synchronized void trace(TraceContext recorded) {
    trace = recorded;
  }

  /** The time after which the caller does not need an answer any more. */
  public Optional<Instant> deadline() {
    ask();
    return Optional.ofNullable(request.deadline());
  }

  /** The first transport header of that name, such as {@code User-Agent}. */
  public Optional<String> transportHeader(String name) {
    ask();
    return Optional.ofNullable(request.header(name));
  }

  /** All transport headers of that name, in the order in which they were sent. */
  public List<String> transportHeaders(String name) {
    ask();
    return request.headers(name);
  }

  /**
   * Stores a value for the rest of the call, for interceptors and the method.
   *
   * @param key by which it is found again; one of each type
   */
  public <T> void attribute(Class<T> key, T value) {
    if (attributes.isEmpty()) {
      attributes = new HashMap<>();
    }
    attributes.put(key, value);
  }

  /** The value stored by {@link #attribute(Class, Object)}. */
  public <T> Optional<T> attribute(Class<T> key) {
    ask();
    return Optional.ofNullable(key.cast(attributes.get(key)));
  }

  /**
   * The value stored by {@link #attribute(Class, Object)}, where it does not influence the answer,
   * such as a connection to a database. Asking for it lets an answer be given again ({@link
   * org.calmanchor.annotations.Operation#freshFor}); asking for an attribute does not.
   */
  public <T> Optional<T> resource(Class<T> key) {
    return Optional.ofNullable(key.cast(attributes.get(key)));
  }

  /**
   * Forgets answers that might be given again ({@link
   * org.calmanchor.annotations.Operation#freshFor}), because this call changes what they say: at
   * once, and again when the call ends, before its caller gets the answer. No answer that was begun
   * before is given after it.
   *
   * @param operations names of operations of this service, or as {@code PortType#operation} of
   *     another; no name means all of this service
   * @throws IllegalArgumentException when this service has no such operation
   */
  public void forget(String... operations) {
    OperationPlan known = operation;
    if (known == null) {
      throw new IllegalStateException("the operation is not known yet");
    }
    List<String> scopes = new ArrayList<>();
    if (operations.length == 0) {
      known.service().operationNames().forEach(name -> scopes.add(known.service().scope(name)));
    }
    for (String name : operations) {
      scopes.add(name.indexOf('#') >= 0 ? name : known.service().requireScope(name));
    }
    synchronized (this) {
      List<String> all = new ArrayList<>(forgotten);
      all.addAll(scopes);
      forgotten = all;
    }
    forget(scopes);
  }

  private void forget(List<String> scopes) {
    AnswerStore answers = answerStore;
    if (answers != null) {
      scopes.forEach(answers::forget);
    }
  }

  /**
   * Ends the session that this call belongs to when the call has ended: its object is not called
   * again, and is closed if it is AutoCloseable. Without a session it has no effect.
   */
  public void endSession() {
    Runnable ending = sessionEnd;
    if (ending != null) {
      ending.run();
    }
  }

  /** Sets what ends the session of this call. */
  void endsSession(Runnable ending) {
    sessionEnd = ending;
  }

  /** Forgets once more what was to be forgotten, now that all changes are made. */
  void forgetAtEnd() {
    List<String> scopes;
    synchronized (this) {
      scopes = forgotten;
    }
    if (!scopes.isEmpty()) {
      forget(scopes);
    }
  }

  /** Sets what keeps answers that may be given again. */
  void of(@Nullable AnswerStore answers) {
    answerStore = answers;
  }

  /** The method runs, or has ended: what it asks for may make its answer one for this call only. */
  void watch(boolean isRunning) {
    isWatched = isRunning;
  }

  /** Whether the method asked who or what calls. */
  boolean wasAsked() {
    return wasAsked;
  }

  private void ask() {
    if (isWatched) {
      wasAsked = true;
    }
  }

  /** Who calls; not as the method asks for it. */
  @Nullable Caller knownCaller() {
    return caller;
  }

  /**
   * The number that log and fault use for an unexpected error of this call. A program may use it in
   * its own log entries.
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

  /** The number of an unexpected error, if there was one; else empty. */
  synchronized String knownIncident() {
    return incident == null ? "" : incident;
  }

  /** The operation, once it is known. */
  @Nullable OperationPlan plan() {
    return operation;
  }

  /**
   * Creates an exception that an interceptor or header handler throws to answer this call with a
   * fault.
   *
   * @param code whose doing it is
   * @param reason why, in a sentence that the caller reads
   */
  public RuntimeException refusal(Fault.Code code, String reason) {
    FaultCode known = code == Fault.Code.SENDER ? FaultCode.SENDER : FaultCode.RECEIVER;
    return new SoapFaultException(new SoapFault(known, null, reason, null));
  }

  /** Adds a header block to the answer, whether it is a result or a fault. */
  public void addHeaderBlock(Element block) {
    ask();
    if (addedHeaderBlocks.isEmpty()) {
      addedHeaderBlocks = new ArrayList<>();
    }
    addedHeaderBlocks.add(block);
  }

  List<Element> addedHeaderBlocks() {
    return addedHeaderBlocks;
  }
}
