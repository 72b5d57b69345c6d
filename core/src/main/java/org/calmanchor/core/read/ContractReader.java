package org.calmanchor.core.read;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Members.OperationMember;
import org.calmanchor.core.read.ServiceReader.ReadOperation;

/** Reads an annotated service class into its contract, and finds all its problems in one go. */
public final class ContractReader {
  private final JavaType service;
  private final Problems problems = new Problems();

  private ContractReader(JavaType service) {
    this.service = service;
  }

  /**
   * Reads {@code service}, a class with {@link PortType}.
   *
   * @throws ContractException with every problem, when there is one
   */
  public static Reading read(Class<?> service) {
    return read(Reflection.typeOf(service));
  }

  static Reading read(JavaType service) {
    return new ContractReader(service).read();
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
    checkService(given.namespace());
    TypeReader types = new TypeReader(given.namespace(), problems);
    List<ReadOperation> operations =
        new ServiceReader(service, types, new FaultReader(types)).operations();
    new RequiredCycles(types.definitions(), problems).report();
    String name = problems.name(given.name(), service.simpleName(), service, "@PortType");
    String serviceName = given.service().isEmpty() ? name + "Service" : given.service();
    problems.name(serviceName, serviceName, service, "@PortType");
    operations.forEach(this::checkAction);
    if (!problems.all().isEmpty()) {
      throw new ContractException(service.simpleName(), problems.all());
    }
    return new Reading(
        new ContractAssembler(given.namespace(), name, serviceName, given.doc())
            .assemble(service, operations, types.definitions()),
        membersOf(operations, types));
  }

  private void checkService(String namespace) {
    if (service.kind() != JavaType.Kind.CLASS) {
      problems.add(
          ProblemCode.NOT_A_SERVICE,
          service.signature(),
          "only a class can be a service.",
          "Put @PortType and @Operation on the class that does the work.");
    }
    String opens = service.missingOpens();
    if (opens != null) {
      problems.add(
          ProblemCode.PACKAGE_CLOSED,
          service.signature(),
          "it is in a package that its module keeps closed to us.",
          "Write in its module-info.java: " + opens);
    }
    if (!isAbsoluteUri(namespace)) {
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

  private void checkAction(ReadOperation operation) {
    String action = operation.given().action();
    if (!action.isEmpty() && !isAbsoluteUri(action)) {
      problems.add(
          ProblemCode.ACTION_INVALID,
          operation.member().method().signature(),
          "its action, \"" + action + "\", is not an absolute URI.",
          "Write an absolute URI, or leave action out.");
    }
  }

  private static boolean isAbsoluteUri(String text) {
    try {
      return new URI(text).isAbsolute();
    } catch (URISyntaxException notOne) {
      return false;
    }
  }

  private static Members membersOf(List<ReadOperation> operations, TypeReader types) {
    Map<QName, OperationMember> methods = new LinkedHashMap<>();
    Map<QName, FaultMember> faults = new LinkedHashMap<>();
    for (ReadOperation operation : operations) {
      methods.put(operation.request().name(), operation.member());
      operation.faults().forEach(f -> faults.put(f.element().name(), f.member()));
    }
    return new Members(methods, types.typeMembers(), faults);
  }
}
