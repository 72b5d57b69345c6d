package org.calmanchor.core.match;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.Problems;

/**
 * Checks whether the operations of a document can be told apart by their messages. Those of
 * partners can be called without that, but not served (Basic Profile 1.1, R2710).
 */
public final class HostingCheck {
  private final Contract document;
  private final String service;
  private final Differences differences;

  HostingCheck(Contract document, String service, Differences differences) {
    this.document = document;
    this.service = service;
    this.differences = differences;
  }

  /**
   * What keeps a port type from being served.
   *
   * @param service the class that would serve it, for the problems
   * @throws IllegalArgumentException when there is no such port type
   */
  public static List<Problem> problems(Contract document, QName portType, String service) {
    Problems problems = new Problems(() -> true);
    new HostingCheck(document.of(portType), service, new Differences(problems)).check();
    return problems.all();
  }

  void check() {
    PortType portType = document.portTypes().get(0);
    if (document.services().isEmpty()) {
      differences.notHostable(
          service,
          "the document has no wsdl:port for port type \"" + portType.name().getLocalPart() + "\"",
          portType.operations().get(0).origin(),
          "Add a wsdl:service with a port for each binding to the document.");
    }
    Map<QName, Operation> requests = new HashMap<>();
    for (Operation operation : portType.operations()) {
      checkBodies(operation);
      ElementDeclaration request = document.request(operation);
      Operation other = request == null ? null : requests.putIfAbsent(request.name(), operation);
      if (other != null) {
        differences.notHostable(
            service,
            "operations \""
                + other.name()
                + "\" and \""
                + operation.name()
                + "\" have the same request, so a message does not say which of them is meant",
            operation.origin(),
            "Serve a document in which each operation has a request element of its own.");
      }
    }
    checkBindings();
  }

  private void checkBodies(Operation operation) {
    boolean lacksResponse = operation.output() != null && document.response(operation) == null;
    if (document.request(operation) == null || lacksResponse) {
      differences.notHostable(
          service,
          "the "
              + (lacksResponse ? "response" : "request")
              + " of operation \""
              + operation.name()
              + "\" has an empty Body",
          operation.origin(),
          "Serve a document in which each message has a body element.");
    }
  }

  /** All bindings of a port type have to carry the same messages. */
  private void checkBindings() {
    List<Binding> bindings = document.bindings();
    Binding first = bindings.get(0);
    for (Binding binding : bindings.subList(1, bindings.size())) {
      for (Binding.BoundOperation each : binding.operations()) {
        boolean isSame =
            first.operations().stream()
                .anyMatch(
                    one ->
                        one.name().equals(each.name())
                            && one.style() == each.style()
                            && one.input().equals(each.input())
                            && String.valueOf(one.output()).equals(String.valueOf(each.output())));
        if (!isSame) {
          differences.notHostable(
              service,
              "operation \""
                  + each.name()
                  + "\" has other messages in binding \""
                  + binding.name().getLocalPart()
                  + "\" than in \""
                  + first.name().getLocalPart()
                  + "\"",
              document.operation(each.name()).origin(),
              "Serve a document whose bindings say the same.");
        }
      }
    }
  }
}
