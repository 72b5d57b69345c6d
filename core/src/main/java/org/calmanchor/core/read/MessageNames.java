package org.calmanchor.core.read;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.OperationReader.ReadOperation;

/**
 * The names of a service's messages. Faults and headers get a suffix, so that generated code has no
 * two classes of one name.
 */
final class MessageNames {
  private final JavaType service;
  private final Problems problems;
  private final Map<String, QName> taken = new HashMap<>();

  MessageNames(JavaType service, Problems problems) {
    this.service = service;
    this.problems = problems;
  }

  static String body(ElementDeclaration element) {
    return element.name().getLocalPart();
  }

  static String fault(ElementDeclaration element) {
    return element.name().getLocalPart() + "Fault";
  }

  static String header(ElementDeclaration element) {
    return element.name().getLocalPart() + "Header";
  }

  /** Adds a problem for two messages with the same name and different elements. */
  void check(Collection<ReadOperation> operations) {
    for (ReadOperation operation : operations) {
      reserve(body(operation.request()), operation.request());
      if (operation.response() != null) {
        reserve(body(operation.response()), operation.response());
      }
    }
    for (ReadOperation operation : operations) {
      operation.faults().forEach(fault -> reserve(fault(fault.element()), fault.element()));
      operation.headers().forEach(header -> reserve(header(header.element()), header.element()));
    }
  }

  private void reserve(String message, ElementDeclaration element) {
    QName other = taken.putIfAbsent(message, element.name());
    if (other != null && !other.equals(element.name())) {
      problems.add(
          ProblemCode.MESSAGE_NAMES_COLLIDE,
          service.signature(),
          other + " and " + element.name() + " would both be in message \"" + message + "\".",
          "Give one of them a name of its own, by the name of its annotation.");
    }
  }
}
