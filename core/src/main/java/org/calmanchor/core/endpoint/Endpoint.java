package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.Inputs;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/**
 * One or more services at one address: message in, message out, without transport. Everything is
 * looked up when it is made. Safe for any number of threads, as far as the services are.
 */
public final class Endpoint {
  /** How many operations a fault names when it did not know the one asked for. */
  private static final int MOST_NAMED = 20;

  /** How many content types are kept, however many senders make up. */
  private static final int MOST_CONTENT_TYPES = 64;

  private final List<OperationPlan> plans;
  private final EndpointSettings settings;
  private final Set<String> switchedOff;
  private final Map<String, Map<String, OperationPlan>> operations = new LinkedHashMap<>();
  private final Map<QName, KnownHeader> headers = new HashMap<>();
  private final Map<QName, HeaderHandler> handlers = new HashMap<>();
  private final List<Reading> readings;
  private final List<Contract> contracts;
  private final Inputs inputs;
  private final int digits;
  private final Map<String, ContentType> contentTypes = new ConcurrentHashMap<>();

  private Endpoint(List<OperationPlan> plans, EndpointSettings settings, Set<String> switchedOff) {
    this.plans = plans;
    this.settings = settings;
    this.switchedOff = switchedOff;
    this.digits = (int) settings.limits().value(Limit.DIGITS);
    this.inputs = settings.limits().inputs(settings.isLenient());
    for (OperationPlan plan : plans) {
      QName request = plan.request().name();
      OperationPlan other =
          operations
              .computeIfAbsent(
                  request.getNamespaceURI().intern(), namespace -> new LinkedHashMap<>())
              .putIfAbsent(request.getLocalPart().intern(), plan);
      if (other != null) {
        throw new IllegalArgumentException(
            "operation "
                + plan.name()
                + " of two services has the same request element, "
                + request
                + ", so a message could not tell them apart; give one service a namespace of its"
                + " own, or a path of its own");
      }
      for (HeaderPlan header : plan.headersIn()) {
        headers.merge(header.element(), new KnownHeader(header.codec(), false), KnownHeader::and);
      }
    }
    for (HeaderHandler handler : settings.headerHandlers()) {
      handler.blocks().forEach(name -> handlers.putIfAbsent(name, handler));
    }
    this.readings = plans.stream().map(plan -> plan.service().reading()).distinct().toList();
    this.contracts = readings.stream().map(Reading::contract).toList();
  }

  /**
   * An endpoint for {@code target}, an object of an annotated class, or of one beneath it.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   */
  public static Endpoint of(Object target) {
    return of(ContractReader.read(target.getClass()), target);
  }

  /**
   * An endpoint for {@code target} as {@code reading} describes it.
   *
   * @throws IllegalArgumentException when the target lacks a method of the description
   */
  public static Endpoint of(Reading reading, Object target) {
    return new Endpoint(
        new OperationPlanner(reading, target.getClass(), () -> target, false).plan(),
        EndpointSettings.DEFAULT,
        Set.of());
  }

  /**
   * An endpoint that takes a new object of {@code type} for each call, and closes it after the last
   * byte of the answer if it can be closed.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   */
  public static <T> Endpoint newForEachCall(Class<T> type, Supplier<? extends T> factory) {
    Reading reading = ContractReader.read(type);
    return new Endpoint(
        new OperationPlanner(reading, type, factory, true).plan(),
        EndpointSettings.DEFAULT,
        Set.of());
  }

  /** This endpoint with other settings. */
  public Endpoint with(EndpointSettings changed) {
    return new Endpoint(plans, changed, switchedOff);
  }

  /**
   * This endpoint with some operations switched off, and all others on: calls of those are answered
   * by a fault that says so. What it offers, its contracts, stays the same.
   *
   * @param names of operations
   * @throws IllegalArgumentException when it has no operation of such a name
   */
  public Endpoint switchingOff(Set<String> names) {
    for (String name : names) {
      if (plans.stream().noneMatch(plan -> plan.name().equals(name))) {
        throw new IllegalArgumentException(
            "there is no operation \""
                + name
                + "\"; there is "
                + known()
                + NearMiss.of(name, operationNames(), "").replaceFirst("^(?=.)", ". "));
      }
    }
    return new Endpoint(plans, settings, Collections.unmodifiableSet(new TreeSet<>(names)));
  }

  /** The names of the operations that are switched off, in alphabetical order. */
  public Set<String> switchedOff() {
    return switchedOff;
  }

  /** The names of all its operations. */
  public List<String> operationNames() {
    return plans.stream().map(OperationPlan::name).distinct().sorted().toList();
  }

  /**
   * This endpoint and another at one address; messages are told apart by their body elements.
   *
   * @throws IllegalArgumentException when both have an operation of one request element
   */
  public Endpoint and(Endpoint other) {
    List<OperationPlan> all = new ArrayList<>(plans);
    all.addAll(other.plans);
    Set<String> off = new TreeSet<>(switchedOff);
    off.addAll(other.switchedOff);
    return new Endpoint(List.copyOf(all), settings, Collections.unmodifiableSet(off));
  }

  /** What was read of each service. */
  public List<Reading> readings() {
    return readings;
  }

  /** What it offers: one contract for each service. */
  public List<Contract> contracts() {
    return contracts;
  }

  /**
   * Answers one message. Everything that goes wrong becomes a fault, or an aborted response when it
   * is too late for one.
   *
   * @return completes when the last byte was written, or the response aborted; never fails
   */
  public CompletionStage<Void> handle(Request request, Response response) {
    return new CallExecution(this, request, response).run();
  }

  EndpointSettings settings() {
    return settings;
  }

  Inputs inputs() {
    return inputs;
  }

  /** How many digits a number in an answer may have. */
  int digits() {
    return digits;
  }

  /** What a content type says; the same few are sent over and over. */
  ContentType contentType(@Nullable String header) {
    if (header == null) {
      return ContentType.of(null);
    }
    ContentType known = contentTypes.get(header);
    if (known != null) {
      return known;
    }
    ContentType read = ContentType.of(header);
    if (contentTypes.size() < MOST_CONTENT_TYPES) {
      contentTypes.put(header, read);
    }
    return read;
  }

  /** The operation with that request element, or null. */
  @Nullable OperationPlan operation(String namespace, String localName) {
    Map<String, OperationPlan> ofNamespace = operations.get(namespace);
    return ofNamespace == null ? null : ofNamespace.get(localName);
  }

  /** The mistake of a body element that is no operation's. */
  InvalidMessageException unknown(XmlIn in) {
    String name = in.localName();
    boolean isKnown = operations.values().stream().anyMatch(known -> known.containsKey(name));
    String expected =
        isKnown ? "it in namespace " + namespaces() : "one of the operations " + known();
    return in.problem(Code.UNEXPECTED, expected, name).within(name);
  }

  private String namespaces() {
    return operations.keySet().stream()
        .map(namespace -> "\"" + namespace + "\"")
        .collect(Collectors.joining(" or "));
  }

  /** The operations' names for people, not too many. */
  String known() {
    List<String> names = operationNames();
    String shown = String.join(", ", names.subList(0, Math.min(MOST_NAMED, names.size())));
    return names.size() > MOST_NAMED ? shown + ", … (" + names.size() + " in all)" : shown;
  }

  /**
   * A header block that operations take.
   *
   * @param codec that of one of them
   * @param isShared whether others read it in another way, so that the operation must be known
   *     first
   */
  record KnownHeader(MessageCodec codec, boolean isShared) {
    KnownHeader and(KnownHeader other) {
      return new KnownHeader(codec, isShared || other.isShared || codec != other.codec);
    }
  }

  Map<QName, KnownHeader> headers() {
    return headers;
  }

  Map<QName, HeaderHandler> handlers() {
    return handlers;
  }

  /** The service that answers for a message of which no operation is known. */
  ServicePlan anyService() {
    return plans.get(0).service();
  }
}
