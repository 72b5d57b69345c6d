package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.OperationReader.ReadOperation;

/** Reads the exposed methods of a service into operations, by wire name. */
final class ServiceReader {
  private final JavaType service;
  private final PortType.Exposing exposing;
  private final OperationReader operations;
  private final SchemaParts parts;
  private final Problems problems;

  ServiceReader(JavaType service, PortType given, TypeReader types) {
    this.service = service;
    this.exposing = given.exposing();
    this.parts = types.parts();
    this.problems = types.problems();
    this.operations = new OperationReader(types, new AccessReader(service, given, problems));
  }

  /** A method that is an operation, and its position in the source. */
  private record Exposed(JavaMethod method, OperationDeclaration given, int position) {}

  /** All operations, sorted by their names on the wire. */
  List<ReadOperation> operations() {
    Map<String, List<Exposed>> byName = exposed();
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
            reportCollision(name, methods.stream().map(Exposed::method).toList());
          }
          methods.forEach(
              each ->
                  read.add(operations.read(name, each.method(), each.given(), each.position())));
        });
    Map<String, ReadOperation> distinct = new LinkedHashMap<>();
    read.forEach(operation -> distinct.putIfAbsent(operation.name(), operation));
    distinct.values().forEach(this::declare);
    new MessageNames(service, problems).check(distinct.values());
    return read;
  }

  private Map<String, List<Exposed>> exposed() {
    Map<String, List<Exposed>> byName = new TreeMap<>();
    List<JavaMethod> methods = service.methods();
    for (int position = 0; position < methods.size(); position++) {
      JavaMethod method = methods.get(position);
      OperationDeclaration given = OperationDeclaration.of(method, exposing);
      if (given != null) {
        String name = problems.name(given.name(), method.name(), method, "@Operation");
        byName
            .computeIfAbsent(name, n -> new ArrayList<>())
            .add(new Exposed(method, given, position));
      } else {
        method.overridden().stream()
            .filter(above -> above.annotation(Operation.class) != null)
            .findFirst()
            .ifPresent(above -> reportUnmarked(method, above));
      }
    }
    return byName;
  }

  private void reportUnmarked(JavaMethod method, JavaMethod above) {
    problems.add(
        ProblemCode.OPERATION_UNMARKED_BELOW,
        method.signature(),
        "it overrides " + above.signature() + ", which is marked as an operation, and is not.",
        "Write @Operation on it as well, or put @PortType where the marks are.");
  }

  private void declare(ReadOperation operation) {
    String method = operation.member().method().signature();
    declare(SchemaParts.Role.REQUEST, operation.request(), "the request of " + method);
    if (operation.response() != null) {
      declare(SchemaParts.Role.RESPONSE, operation.response(), "the response of " + method);
    }
  }

  private void declare(SchemaParts.Role role, ElementDeclaration element, String owner) {
    parts.declare(
        role,
        element,
        owner,
        service.signature(),
        "Give one of them a name of its own: @Operation(name = \"...\").");
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

  /**
   * Suggests a name for the last of several colliding methods, from the parameters that only it
   * has.
   */
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
}
