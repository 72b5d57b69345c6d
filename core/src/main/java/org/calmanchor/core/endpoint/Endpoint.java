package org.calmanchor.core.endpoint;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletionStage;
import java.util.function.Supplier;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.dynamic.DynamicService;
import org.calmanchor.core.endpoint.OperationPlan.Lifetime;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.match.HostingCheck;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Reading;

/**
 * One or more services at one address: message in, message out, without transport. Everything is
 * looked up when it is made. Safe for any number of threads, as far as the services are.
 */
public final class Endpoint {
  private final EndpointPlan plan;
  private final List<Reading> readings;
  private final List<Contract> contracts;

  private Endpoint(List<OperationPlan> plans, EndpointSettings settings, Set<String> switchedOff) {
    this.plan = new EndpointPlan(new OperationTable(plans), settings, switchedOff);
    this.readings = readings(plans);
    this.contracts = readings.stream().map(Reading::contract).toList();
    if (settings.sessions() != null) {
      plans.stream()
          .map(each -> each.service().session())
          .filter(Objects::nonNull)
          .distinct()
          .forEach(settings.sessions()::check);
    }
  }

  /**
   * Creates an endpoint for {@code target}, an object of an annotated class or of a subclass.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   */
  public static Endpoint of(Object target) {
    return of(ContractReader.read(target.getClass()), target);
  }

  /**
   * Creates an endpoint for {@code target} as {@code reading} describes it.
   *
   * @throws IllegalArgumentException when the target lacks a method of the description
   */
  public static Endpoint of(Reading reading, Object target) {
    return new Endpoint(
        new OperationPlanner(reading, target.getClass(), () -> target, Lifetime.SERVICE).plan(),
        EndpointSettings.DEFAULT,
        Set.of());
  }

  /**
   * Creates an endpoint for the contract of a document, whose service takes and gives values as
   * maps, lists and texts.
   *
   * @param contract the contract of one port type
   * @param documents the documents that have it
   * @throws org.calmanchor.core.problem.ContractException when it can be called only, not served;
   *     with every problem
   */
  public static Endpoint of(Contract contract, DocumentSet documents, DynamicService service) {
    PortType portType = contract.portTypes().get(0);
    String name = portType.name().getLocalPart();
    List<Problem> problems = HostingCheck.problems(contract, portType.name(), name);
    if (!problems.isEmpty()) {
      throw new ContractException(name, problems);
    }
    Members none = new Members(Map.of(), Map.of(), Map.of());
    Reading reading =
        new Reading(
            Reflection.typeOf(DynamicService.class), contract, none, Examples.NONE, documents);
    return new Endpoint(
        new DynamicPlanner(reading, service).plan(), EndpointSettings.DEFAULT, Set.of());
  }

  /**
   * Creates an endpoint that instantiates {@code type} for each call. If the object is
   * AutoCloseable, it is closed after the last byte of the answer.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   */
  public static <T> Endpoint newForEachCall(Class<T> type, Supplier<? extends T> factory) {
    Reading reading = ContractReader.read(type);
    return new Endpoint(
        new OperationPlanner(reading, type, factory, Lifetime.CALL).plan(),
        EndpointSettings.DEFAULT,
        Set.of());
  }

  /**
   * Creates an endpoint that has an object of {@code type} for each session of a caller, where the
   * {@linkplain EndpointSettings#sessions settings} keep sessions, and one for each call elsewhere.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   */
  public static <T> Endpoint newForEachSession(Class<T> type, Supplier<? extends T> factory) {
    Reading reading = ContractReader.read(type);
    return new Endpoint(
        new OperationPlanner(reading, type, factory, Lifetime.SESSION).plan(),
        EndpointSettings.DEFAULT,
        Set.of());
  }

  /**
   * The same endpoint with other settings.
   *
   * @throws IllegalArgumentException when its sessions cannot be kept as the settings say
   */
  public Endpoint with(EndpointSettings changed) {
    return new Endpoint(plan.operations().plans(), changed, plan.switchedOff());
  }

  /**
   * The same endpoint with these operations switched off and all others switched on. A call of an
   * operation that is switched off gets a fault that says so. The contracts do not change.
   *
   * @param names of operations
   * @throws IllegalArgumentException when it has no operation of such a name
   */
  public Endpoint switchingOff(Set<String> names) {
    OperationTable operations = plan.operations();
    for (String name : names) {
      if (!operations.names().contains(name)) {
        throw new IllegalArgumentException(
            "there is no operation \""
                + name
                + "\"; there is "
                + operations.shownNames()
                + NearMiss.of(name, operations.names(), "").replaceFirst("^(?=.)", ". "));
      }
    }
    return new Endpoint(
        operations.plans(), plan.settings(), Collections.unmodifiableSet(new TreeSet<>(names)));
  }

  /** The names of the operations that are switched off, in alphabetical order. */
  public Set<String> switchedOff() {
    return plan.switchedOff();
  }

  /** The names of all its operations. */
  public List<String> operationNames() {
    return plan.operations().names();
  }

  /** Who may call each operation, in the order of the services. */
  public List<OperationAccess> access() {
    return plan.operations().plans().stream()
        .map(each -> new OperationAccess(each.service().name(), each.name(), each.access()))
        .toList();
  }

  /**
   * Who may call an operation.
   *
   * @param service the name of its {@code wsdl:service}
   */
  public record OperationAccess(String service, String operation, Access access) {}

  /**
   * Combines this endpoint with another one at one address; the body element decides which of them
   * handles a message.
   *
   * @throws IllegalArgumentException when both have an operation of one request element, or a
   *     service of one name
   */
  public Endpoint and(Endpoint other) {
    List<OperationPlan> all = new ArrayList<>(plan.operations().plans());
    all.addAll(other.plan.operations().plans());
    Set<String> off = new TreeSet<>(switchedOff());
    off.addAll(other.switchedOff());
    Endpoint both = new Endpoint(all, plan.settings(), Collections.unmodifiableSet(off));
    for (String name : serviceNames()) {
      if (other.serviceNames().stream().anyMatch(name::equalsIgnoreCase)) {
        throw new IllegalArgumentException(
            "two services have the name "
                + name
                + ", by which their documents and pages are asked for; give one service a path of"
                + " its own");
      }
    }
    return both;
  }

  /** Each reading once; they are told apart by identity, since contracts are large values. */
  private static List<Reading> readings(List<OperationPlan> plans) {
    Set<Reading> known = Collections.newSetFromMap(new IdentityHashMap<>());
    return plans.stream().map(each -> each.service().reading()).filter(known::add).toList();
  }

  /** The reading of each service. */
  public List<Reading> readings() {
    return readings;
  }

  private List<String> serviceNames() {
    return contracts.stream()
        .map(contract -> contract.services().get(0).name().getLocalPart())
        .toList();
  }

  /** The contract of each service. */
  public List<Contract> contracts() {
    return contracts;
  }

  /**
   * Answers one message. Every error becomes a fault, or aborts the response if it is too late for
   * a fault.
   *
   * @return completes when the last byte was written, or the response aborted; never fails
   */
  public CompletionStage<Void> handle(Request request, Response response) {
    return new CallExecution(plan, request, response).run();
  }

  /**
   * Tells the observers of a message that the transport has refused, so that {@link #handle} does
   * not see it.
   *
   * @param status the HTTP status of the answer
   * @param reason why, in a sentence
   */
  public void reportRefused(Request request, int status, String reason) {
    CallReport.refused(plan.settings().observers(), request, status, reason);
  }

  EndpointPlan plan() {
    return plan;
  }
}
