package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.constraint.ConstraintProvider;
import org.calmanchor.core.introspection.JavaElement;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.match.ContractMatcher;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.problem.Uris;
import org.calmanchor.core.read.OperationReader.ReadOperation;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/** Reads an annotated service class into its contract, and finds all its problems in one go. */
public final class ContractReader {
  private final JavaType service;
  private final boolean isHosted;
  private final Problems problems;

  private ContractReader(JavaType service, boolean isHosted, Problems problems) {
    this.service = service;
    this.isHosted = isHosted;
    this.problems = problems;
  }

  private static Problems newProblems() {
    // No method reference: it would load the class, which needs the optional API of constraints.
    return new Problems(() -> ConstraintProvider.isPresent());
  }

  /**
   * Reads {@code service}: a class or interface with {@link PortType}, or a subclass of one.
   *
   * @throws ContractException with every problem, when there is one
   */
  public static Reading read(Class<?> service) {
    return read(Reflection.typeOf(service));
  }

  /**
   * Reads an interface that is called only. The document of a contract that came first may have
   * what can be called, but not served.
   *
   * @throws ContractException with every problem, when there is one
   */
  public static Reading readToCall(Class<?> service) {
    return read(Reflection.typeOf(service), false);
  }

  /** Reads a service that its builder described. */
  static Reading read(JavaType service) {
    return read(service, true);
  }

  private static Reading read(JavaType service, boolean isHosted) {
    JavaType marked = marked(service);
    return new ContractReader(marked == null ? service : marked, isHosted, newProblems()).read();
  }

  /**
   * Reads the service that {@code service} itself is, from any view of its source. Whether custom
   * constraints can be checked is not asked: the class path of a compiler does not tell.
   *
   * @throws ContractException with every problem, when there is one
   */
  public static Reading readSource(JavaType service) {
    return new ContractReader(service, true, new Problems(() -> true)).read();
  }

  /** The type with the annotation: the service itself, or its supertype that has it. */
  private static @Nullable JavaType marked(JavaType service) {
    if (service.annotation(PortType.class) != null) {
      return service;
    }
    Set<JavaType> above = new LinkedHashSet<>();
    collectMarked(service, above);
    if (above.size() > 1) {
      Problems problems = newProblems();
      List<String> names = above.stream().map(JavaElement::signature).toList();
      problems.add(
          ProblemCode.SERVICE_AMBIGUOUS,
          service.signature(),
          "it is several services: " + String.join(", ", names) + ".",
          "Say which: read or serve " + names.get(0) + ".class.");
      throw new ContractException(service.simpleName(), problems.all());
    }
    return above.isEmpty() ? null : above.iterator().next();
  }

  private static void collectMarked(JavaType type, Set<JavaType> found) {
    List<JavaType> above = new ArrayList<>(type.interfaces());
    JavaType superclass = type.superclass();
    if (superclass != null) {
      above.add(superclass);
    }
    for (JavaType each : above) {
      if (each.annotation(PortType.class) != null) {
        found.add(each);
      } else {
        collectMarked(each, found);
      }
    }
  }

  private Reading read() {
    PortType given = service.annotation(PortType.class);
    if (given == null) {
      problems.add(
          ProblemCode.NOT_A_SERVICE,
          service.signature(),
          "it is not marked as a service.",
          "Write @PortType(namespace = \"urn:your-organisation:your-service\") on the class.");
      throw new ContractException(service.simpleName(), problems.all());
    }
    checkService(given);
    boolean isGiven = !given.document().isEmpty();
    GivenContract first = isGiven ? GivenContract.read(service, given, problems) : null;
    String namespace = first == null ? given.namespace() : first.namespace();
    TypeReader types = new TypeReader(namespace, isGiven, problems);
    List<ReadOperation> operations = new ServiceReader(service, given, types).operations();
    types.finish();
    if (!problems.has(ProblemCode.TYPE_NAMES_COLLIDE)) {
      // If two types have one name, only one of them is checked, so a cycle could be reported that
      // is not there.
      new RequiredCycles(types.parts(), problems).report();
    }
    checkInstantiation(types, operations);
    String name = problems.name(given.name(), service.simpleName(), service, "@PortType");
    String serviceName = given.service();
    if (serviceName.isEmpty()) {
      serviceName = name + "Service";
    } else {
      problems.checkedName(serviceName, service, "@PortType", "service");
    }
    throwIfAny();
    Contract contract =
        new ContractAssembler(given, namespace, name, serviceName)
            .assemble(service, operations, types.parts());
    Members members = membersOf(operations, types);
    Examples examples = types.examples().all();
    if (first != null) {
      return matched(first, contract, members, examples);
    }
    return types.given().isEmpty()
        ? new Reading(service, contract, members, examples, null)
        : withGivenTypes(types.given(), contract, members, examples);
  }

  private Reading withGivenTypes(
      GivenTypes given, Contract code, Members members, Examples examples) {
    Contract contract = given.in(code);
    throwIfAny();
    ContractMatcher matcher =
        new ContractMatcher(service.signature(), code, members, examples, contract, problems);
    Members matched = matcher.match();
    throwIfAny();
    return new Reading(service, contract, matched, matcher.examples(), null);
  }

  private Reading matched(
      GivenContract first, Contract contract, Members members, Examples examples) {
    ContractMatcher matcher =
        new ContractMatcher(
            service.signature(), contract, members, examples, first.contract(), problems);
    if (isHosted) {
      matcher.requireHostable();
    }
    Members matched = matcher.match();
    throwIfAny();
    return new Reading(service, first.contract(), matched, matcher.examples(), first.documents());
  }

  private void throwIfAny() {
    if (!problems.all().isEmpty()) {
      throw new ContractException(service.simpleName(), problems.all());
    }
  }

  private void checkService(PortType given) {
    if (service.kind() == JavaType.Kind.ENUM) {
      problems.add(
          ProblemCode.NOT_A_SERVICE,
          service.signature(),
          "an enum cannot be a service.",
          "Put @PortType and @Operation on the class that does the work, or on its interface.");
    }
    String opens = service.missingOpens();
    if (opens != null) {
      problems.add(
          ProblemCode.PACKAGE_CLOSED,
          service.signature(),
          "it is in a package that its module does not open to us.",
          "Write in its module-info.java: " + opens);
    }
    if (given.document().isEmpty()) {
      checkNamespace(given.namespace());
    } else if (!given.namespace().isEmpty()) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          service.signature(),
          "it has a namespace and a document, which has a namespace of its own.",
          "Leave namespace out.");
    }
    if (given.versions().length == 0) {
      problems.add(
          ProblemCode.VERSIONS_MISSING,
          service.signature(),
          "it speaks no version of SOAP.",
          "Leave versions out, or name one: versions = PortType.Version.SOAP_1_1.");
    }
  }

  private void checkNamespace(String namespace) {
    if (Uris.isReserved(namespace)) {
      problems.add(
          ProblemCode.NAMESPACE_INVALID,
          service.signature(),
          "its namespace, \"" + namespace + "\", belongs to XML itself.",
          "Write one that your organisation controls: @PortType(namespace ="
              + " \"urn:your-organisation:your-service\").");
    } else if (!Uris.isAbsolute(namespace)) {
      problems.add(
          ProblemCode.NAMESPACE_MISSING,
          service.signature(),
          namespace.isBlank()
              ? "its namespace is missing."
              : "its namespace, \"" + namespace + "\", is not an absolute URI.",
          "Write one that your organisation controls: @PortType(namespace ="
              + " \"urn:your-organisation:your-service\").");
    }
  }

  private void checkInstantiation(TypeReader types, List<ReadOperation> operations) {
    InstantiationCheck side = new InstantiationCheck(types.parts(), types.structures(), problems);
    for (ReadOperation operation : operations) {
      side.check(operation.request(), "");
      operation.headers().stream()
          .filter(header -> !header.member().isOut())
          .forEach(header -> side.check(header.element(), header.element().origin().place()));
    }
  }

  private static Members membersOf(List<ReadOperation> operations, TypeReader types) {
    Map<String, OperationMember> methods = new LinkedHashMap<>();
    Map<QName, FaultMember> faults = new LinkedHashMap<>();
    for (ReadOperation operation : operations) {
      methods.put(operation.name(), operation.member());
      operation.faults().forEach(f -> faults.put(f.element().name(), f.member()));
    }
    return new Members(methods, types.structures(), faults);
  }
}
