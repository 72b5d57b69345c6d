package org.calmanchor.web.page;

import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.Expected;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.CallerPolicy;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.jspecify.annotations.Nullable;

/** All that the pages need to know about one service. Immutable, safe for any number of threads. */
public final class ServiceSite {
  private static final int MOST_AT_ONCE = 300;

  private final String path;
  private final boolean isFirst;
  private final @Nullable Reading reading;
  private final @Nullable String document;
  private final List<URI> forwardsTo;
  private final Contract contract;
  private final PortType portType;
  private final PageModel model;
  private final LastCheckRun lastCheckRun;
  private final ServiceState state;
  private final Map<String, String> expectations;

  /**
   * Creates the site of a service at {@code path}.
   *
   * @param isFirst whether it is what the path itself shows, rather than by its name
   */
  public ServiceSite(String path, Reading reading, boolean isFirst) {
    this(path, reading.contract(), reading.examples(), reading, null, List.of(), isFirst);
  }

  /**
   * Creates the site of a service elsewhere.
   *
   * @param document the text of its WSDL document
   * @param addresses where it answers, each once
   */
  public ServiceSite(String path, Contract contract, String document, List<URI> addresses) {
    this(path, contract, Examples.NONE, null, document, addresses, true);
  }

  private ServiceSite(
      String path,
      Contract contract,
      Examples examples,
      @Nullable Reading reading,
      @Nullable String document,
      List<URI> forwardsTo,
      boolean isFirst) {
    this.path = path;
    this.isFirst = isFirst;
    this.reading = reading;
    this.document = document;
    this.forwardsTo = List.copyOf(forwardsTo);
    this.contract = contract;
    this.portType = contract.portTypes().get(0);
    this.model = new PageModel(contract, examples);
    this.lastCheckRun = new LastCheckRun();
    this.state = ServiceState.OPEN;
    this.expectations = new ConcurrentHashMap<>();
  }

  private ServiceSite(ServiceSite other, ServiceState state) {
    this.path = other.path;
    this.isFirst = other.isFirst;
    this.reading = other.reading;
    this.document = other.document;
    this.forwardsTo = other.forwardsTo;
    this.contract = other.contract;
    this.portType = other.portType;
    this.model = other.model;
    this.lastCheckRun = other.lastCheckRun;
    this.expectations = other.expectations;
    this.state = state;
  }

  private static String listed(List<String> names) {
    int last = names.size() - 1;
    return last == 0
        ? names.get(0)
        : String.join(", ", names.subList(0, last)) + " and " + names.get(last);
  }

  /** The same service in another state. */
  public ServiceSite in(ServiceState other) {
    return new ServiceSite(this, other);
  }

  /** Its state. */
  public ServiceState state() {
    return state;
  }

  /** Who may call an operation, for people; empty if everybody may. */
  public String callers(OperationView operation) {
    OperationMember member =
        reading == null ? null : reading.members().operations().get(operation.name());
    Access access = member == null ? Access.UNSAID : member.access();
    boolean isForAll = access.allows(null, state.callers().isAny()) || !forwardsTo.isEmpty();
    return isForAll ? "" : access.toString();
  }

  /** How the page can send credentials. */
  public List<CredentialsWay> ways() {
    return CredentialsWay.of(forwardsTo.isEmpty() ? state.callers() : CallerSources.NONE);
  }

  /** Who may call its operations, in a few words; empty if everybody may call all of them. */
  public String callersSaid() {
    List<String> needed =
        operations().stream().map(this::callers).filter(each -> !each.isEmpty()).toList();
    String said =
        needed.stream()
            .flatMap(each -> Stream.of(each.split(", ", -1)))
            .distinct()
            .collect(Collectors.joining(", "));
    boolean isPartlyOpen = !needed.isEmpty() && needed.size() < operations().size();
    return isPartlyOpen ? said + "; some operations are open to anyone" : said;
  }

  /** Whether an operation can be called now. */
  public boolean isOpen(OperationView operation) {
    return !state.switchedOff().contains(operation.name());
  }

  /** The service's state in a few words. */
  public String standing() {
    List<String> off =
        operations().stream()
            .filter(operation -> !isOpen(operation))
            .map(OperationView::name)
            .toList();
    if (!forwardsTo.isEmpty()) {
      return "forwards to " + forwardsTo.get(0).getAuthority();
    }
    return off.isEmpty()
        ? "open"
        : off.size() == operations().size() ? "switched off" : "open, but for " + listed(off);
  }

  /** Where its messages are forwarded to; empty if it answers them here. */
  public List<URI> forwardsTo() {
    return forwardsTo;
  }

  /** Its name. */
  public String name() {
    return portType.name().getLocalPart();
  }

  /** The service's documentation; may be empty. */
  public String doc() {
    return portType.doc();
  }

  /** Its namespace. */
  public String namespace() {
    return contract.targetNamespace();
  }

  /** The reading of the Java service; null if the contract was not made from Java. */
  @Nullable Reading reading() {
    return reading;
  }

  /** Whether the contract was made from Java here. */
  public boolean isFromJava() {
    return reading != null && !reading.members().operations().isEmpty();
  }

  /** The text of its WSDL document at {@code address}; that of others is given as it was read. */
  public String document(String address) {
    return reading != null
        ? ContractDocuments.write(reading, address, policy(address))
        : Objects.requireNonNull(document);
  }

  /** What callers are asked for at {@code address}. */
  public CallerPolicy policy(String address) {
    return new CallerPolicy(
        state.callers(),
        address.startsWith("https:"),
        operations().stream()
            .filter(each -> !callers(each).isEmpty())
            .map(OperationView::name)
            .collect(Collectors.toSet()));
  }

  /** The documents of its contract if that came first; null if they are written from the code. */
  public @Nullable DocumentSet documents() {
    return reading == null ? null : reading.documents();
  }

  /** The service's contract. */
  public Contract contract() {
    return contract;
  }

  /** The service's contract with its address; that of a service elsewhere has its own ones. */
  Contract addressed(String address) {
    return forwardsTo.isEmpty() ? contract.withAddress(address) : contract;
  }

  /** The name of its {@code wsdl:service}, which queries use. */
  public String serviceName() {
    return contract.services().isEmpty()
        ? name()
        : contract.services().get(0).name().getLocalPart();
  }

  /**
   * What comes before a path of this site in links on the pages of this service. Links are
   * relative, because a proxy or a container may have put something before the paths.
   */
  public String root() {
    return RelativeRoot.from(path);
  }

  /** The URL of its page, without host. */
  public String page() {
    return isFirst ? path : path + "?service=" + serviceName();
  }

  /** The URL of its WSDL document, without host. */
  public String wsdl() {
    return path + wsdlQuery();
  }

  /** The query of its WSDL document's URL. */
  public String wsdlQuery() {
    return isFirst ? "?wsdl" : "?wsdl=" + serviceName();
  }

  /** The URL of its explained WSDL document, without host. */
  public String explained() {
    return path + "?explained&service=" + serviceName();
  }

  /** The URL of its explained WSDL document with an operation drawn, without host. */
  public String explained(String operation) {
    return explained() + "&operation=" + URLEncoder.encode(operation, StandardCharsets.UTF_8);
  }

  /** Whether it has an operation of that name. */
  public boolean hasOperation(String name) {
    return operations().stream().anyMatch(each -> each.name().equals(name));
  }

  /** An example of an expected answer of an operation, as in a check file. */
  public String expectation(String name) {
    // Created when a page first needs it, to keep the start of a host fast.
    return expectations.computeIfAbsent(name, this::newExpectation);
  }

  private String newExpectation(String name) {
    Operation operation = contract.operation(name);
    return CheckFile.write(
        operation.output() == null
            ? new Expected.Accepted()
            : new Expected.Result(model.samples().response(operation), Expected.Compare.NAMED));
  }

  /** The URL for the page's questions, without the question's name. */
  public String asking() {
    return path + "?service=" + serviceName() + "&page=";
  }

  /** The versions of SOAP that it supports. */
  public List<String> versions() {
    return contract.bindings().stream().map(binding -> binding.version().title()).toList();
  }

  /** Its path. */
  public String path() {
    return path;
  }

  /** Its operations, in the order of the source if it is known, else of the document. */
  public List<OperationView> operations() {
    return model.operations();
  }

  /** Its operations as the list shows them: in groups if there are many. */
  public List<OperationGroup> groups() {
    return OperationGroup.of(operations());
  }

  /** The structures that its forms need. */
  public List<TypeView> structures() {
    return model.types();
  }

  /** Whether the page loads the form of an operation when it is opened, since there are many. */
  public boolean loadsForms() {
    return operations().size() + structures().size() > MOST_AT_ONCE;
  }

  /**
   * An operation as the page shows it.
   *
   * @throws IllegalArgumentException when there is no such operation
   */
  public OperationView operation(String name) {
    return operations().stream()
        .filter(each -> each.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException("There is no operation \"" + name + "\"."));
  }

  /** The structures that the form of an operation needs. */
  public List<TypeView> structures(OperationView view) {
    Map<String, TypeView> byId = new HashMap<>();
    structures().forEach(type -> byId.put(type.id(), type));
    Map<String, TypeView> reached = new LinkedHashMap<>();
    Deque<FieldView> waiting = new ArrayDeque<>(view.fields());
    waiting.addAll(view.headerBlocks());
    while (!waiting.isEmpty()) {
      for (FieldView.TypeChoice choice : waiting.remove().structures()) {
        TypeView type = byId.get(choice.id());
        if (type != null && reached.putIfAbsent(choice.id(), type) == null) {
          waiting.addAll(type.fields());
        }
      }
    }
    return List.copyOf(reached.values());
  }

  /** Its messages as maps and lists. */
  public DynamicMessages messages() {
    return model.messages();
  }

  /** The action of an operation's request; empty for none. */
  public String action(String operation) {
    return contract.operation(operation).input().action();
  }

  /** The outcome of the last run of all checks. */
  public LastCheckRun lastCheckRun() {
    return lastCheckRun;
  }

  /** The outcome of the last run of all checks, in words. */
  public String checksSaid() {
    return lastCheckRun.words();
  }

  /** The content of answers and expectations with names and types. */
  public TypedOutcomes outcomes() {
    return model.outcomes();
  }
}
