package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Operation;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.read.FaultReader.DeclaredFault;
import org.calmanchor.core.read.Members.OperationMember;
import org.calmanchor.core.read.Members.PropertyMember;

/** Reads the marked methods of a service class into operations, by wire name. */
final class ServiceReader {
  private final JavaType service;
  private final TypeReader types;
  private final FaultReader faults;
  private final Problems problems;

  ServiceReader(JavaType service, TypeReader types, FaultReader faults) {
    this.service = service;
    this.types = types;
    this.faults = faults;
    this.problems = types.problems();
  }

  /** An operation as read: its two wrapper elements, its faults, and the method behind it. */
  record ReadOperation(
      String name,
      ElementDeclaration request,
      ElementDeclaration response,
      List<DeclaredFault> faults,
      OperationMember member,
      Operation given) {}

  private record Marked(JavaMethod method, Operation given) {}

  /** All operations, in the order of their wire names. */
  List<ReadOperation> operations() {
    Map<String, List<Marked>> byName = new TreeMap<>();
    for (JavaMethod method : service.methods()) {
      Operation given = method.annotation(Operation.class);
      if (given != null) {
        String name = problems.name(given.name(), method.name(), method, "@Operation");
        byName.computeIfAbsent(name, n -> new ArrayList<>()).add(new Marked(method, given));
      }
    }
    if (byName.isEmpty()) {
      problems.add(
          ProblemCode.NO_OPERATION,
          service.signature(),
          "no method is marked as an operation, so there is nothing to call.",
          "Write @Operation on each public method that the service offers.");
    }
    List<ReadOperation> read = new ArrayList<>();
    byName.forEach(
        (name, methods) -> {
          if (methods.size() > 1) {
            reportCollision(name, methods.stream().map(Marked::method).toList());
          }
          methods.forEach(marked -> read.add(operation(name, marked.method(), marked.given())));
        });
    reportElementCollisions(read);
    return read;
  }

  private ReadOperation operation(String name, JavaMethod method, Operation given) {
    checkModifiers(method);
    String path = method.signature();
    List<Particle> parameters = new ArrayList<>();
    List<PropertyMember> properties = new ArrayList<>();
    NameTable names = new NameTable(problems, path);
    for (JavaMember parameter : method.parameters()) {
      Particle particle = types.members().element(parameter, "", parameter.signature());
      QName element = MemberReader.nameOf(particle);
      if (!element.getLocalPart().equals("unnamed")) {
        names.claimElement(element.getLocalPart(), parameter);
      }
      parameters.add(particle);
      properties.add(new PropertyMember(element, false, parameter.type()));
    }
    List<Particle> results = new ArrayList<>();
    PropertyMember result = null;
    if (method.result().type().kind() != JavaType.Kind.VOID) {
      Particle particle =
          types.members().element(method.result(), "result", method.result().signature());
      results.add(particle);
      result = new PropertyMember(MemberReader.nameOf(particle), false, method.result().type());
    }
    List<DeclaredFault> declared = new ArrayList<>();
    for (JavaType thrown : method.thrown()) {
      DeclaredFault fault = faults.fault(thrown);
      if (fault != null) {
        declared.add(fault);
      }
    }
    Origin origin = Origin.of(path);
    return new ReadOperation(
        name,
        wrapper(name, parameters, origin),
        wrapper(name + "Response", results, origin),
        declared,
        new OperationMember(
            method, properties, result, declared.stream().map(DeclaredFault::member).toList()),
        given);
  }

  private ElementDeclaration wrapper(String name, List<Particle> particles, Origin origin) {
    return new ElementDeclaration(
        new QName(types.namespace(), name),
        ComplexType.sequence(particles, origin),
        false,
        "",
        origin);
  }

  private void checkModifiers(JavaMethod method) {
    if (!method.isPublic()) {
      problems.add(
          ProblemCode.OPERATION_NOT_PUBLIC,
          method.signature(),
          "it is marked as an operation but is not public.",
          "Write public before it, or take @Operation away.");
    }
    if (method.isStatic()) {
      problems.add(
          ProblemCode.OPERATION_STATIC,
          method.signature(),
          "it is marked as an operation but is static.",
          "Take static away, or take @Operation away.");
    }
  }

  private void reportCollision(String name, List<JavaMethod> methods) {
    List<String> signatures =
        methods.stream()
            .map(m -> m.signature().substring(service.simpleName().length() + 1))
            .toList();
    problems.add(
        ProblemCode.OPERATION_NAMES_COLLIDE,
        service.signature(),
        String.join(" and ", signatures)
            + (methods.size() == 2 ? " would both be" : " would all be")
            + " operation \""
            + name
            + "\".",
        (methods.size() == 2 ? "Give one of them" : "Give all but one of them")
            + " a name of its own: @Operation(name = \""
            + distinctName(name, methods)
            + "\").");
  }

  /** A name for the last of the colliding methods, from what sets it apart. */
  private static String distinctName(String name, List<JavaMethod> methods) {
    List<String> first = parameterNames(methods.get(0));
    return parameterNames(methods.get(methods.size() - 1)).stream()
        .filter(parameter -> !first.contains(parameter))
        .findFirst()
        .map(p -> name + "By" + Character.toUpperCase(p.charAt(0)) + p.substring(1))
        .orElse(name + "2");
  }

  private static List<String> parameterNames(JavaMethod method) {
    return method.parameters().stream()
        .map(p -> p.name() == null ? "" : p.name())
        .filter(p -> !p.isEmpty())
        .collect(Collectors.toList());
  }

  /** Requests, responses and faults share the global elements of one namespace. */
  private void reportElementCollisions(List<ReadOperation> operations) {
    Map<String, String> owners = new LinkedHashMap<>();
    for (ReadOperation operation : operations) {
      String method = operation.member().method().signature();
      // Two operations of one name were reported as such.
      owners.putIfAbsent(operation.name(), "the request of " + method);
    }
    for (ReadOperation operation : operations) {
      String method = operation.member().method().signature();
      claim(owners, operation.name() + "Response", "the response of " + method, operation.name());
      for (DeclaredFault fault : operation.faults()) {
        claim(
            owners,
            fault.element().name().getLocalPart(),
            "the fault " + fault.member().exception().name(),
            "");
      }
    }
  }

  private void claim(Map<String, String> owners, String element, String owner, String operation) {
    String other = owners.putIfAbsent(element, owner);
    boolean isOverload =
        other != null && other.startsWith("the response of") && owner.startsWith("the response of");
    if (other != null && !other.equals(owner) && !isOverload) {
      problems.add(
          ProblemCode.ELEMENT_NAMES_COLLIDE,
          service.signature(),
          other + " and " + owner + " would both be element \"" + element + "\".",
          operation.isEmpty()
              ? "Give one of them a name of its own: @Fault(name = \"...\")."
              : "Give one of them a name of its own: @Operation(name = \"...\").");
    }
  }
}
