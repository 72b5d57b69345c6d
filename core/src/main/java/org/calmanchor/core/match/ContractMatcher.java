package org.calmanchor.core.match;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.HeaderMember;
import org.calmanchor.core.reading.Members.OperationMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.jspecify.annotations.Nullable;

/**
 * Matches the members of a service's code with a contract that came first. The names and types of
 * the code need not be those of the document, but each message that the document allows must find
 * its place in the code, and the other way round. Used once.
 */
public final class ContractMatcher {
  private final Sources sources;
  private final Contract code;
  private final Contract document;
  private final String service;
  private final Differences differences;
  private final StructureMatcher structures;
  private final ValueMatcher values;
  private final BodyMatcher bodies;

  /**
   * Creates a matcher.
   *
   * @param service the class of the service, for problems
   * @param code the contract that the code has on its own
   * @param members the members of the code's contract
   * @param examples the example values in the code
   * @param document the contract that came first, with one port type
   */
  public ContractMatcher(
      String service,
      Contract code,
      Members members,
      Examples examples,
      Contract document,
      Problems problems) {
    this.service = service;
    this.code = code;
    this.document = document;
    this.sources = new Sources(code, members, examples, document);
    this.differences = new Differences(problems);
    this.structures = new StructureMatcher(sources, differences);
    this.values = structures.values();
    this.bodies = new BodyMatcher(sources, values, differences);
  }

  /** Reports what keeps the document from being served, although it can be called. */
  public void requireHostable() {
    new HostingCheck(document, service, differences).check();
  }

  /** The examples in the code, at the places of the document. */
  public Examples examples() {
    return values.examples();
  }

  /** The members of the document's contract. They are complete if no problem was added. */
  public Members match() {
    Map<String, OperationMember> operations = new LinkedHashMap<>();
    Map<QName, FaultMember> faults = new LinkedHashMap<>();
    Map<String, Operation> known = new LinkedHashMap<>();
    code.portTypes().get(0).operations().forEach(each -> known.put(each.name(), each));
    List<Operation> asked = document.portTypes().get(0).operations();
    for (Operation operation : asked) {
      Operation own = known.remove(operation.name());
      if (own == null) {
        differences.notInCode(
            service,
            "method for operation \"" + operation.name() + "\"",
            operation.origin(),
            "Add it: a public method with @Operation(name = \"" + operation.name() + "\").");
      } else {
        OperationMember member = operation(own, operation);
        operations.put(operation.name(), member);
        member.faults().forEach(fault -> faults.put(fault.element(), fault));
      }
    }
    List<String> names = asked.stream().map(Operation::name).toList();
    known
        .values()
        .forEach(
            own -> differences.notInDocument(own.origin().place(), "operation", own.name(), names));
    return new Members(operations, structures.matched(), faults);
  }

  private OperationMember operation(Operation own, Operation wanted) {
    OperationMember given = Objects.requireNonNull(sources.members().operations().get(own.name()));
    String method = given.method().signature();
    ElementDeclaration request = document.request(wanted);
    BodyMatcher.Body in =
        request == null
            ? bodies.empty(wanted, given.parameters(), method)
            : bodies.request(wanted, request, given.parameters(), method);
    BodyMatcher.Body out = response(own, wanted, given.result(), method);
    return new OperationMember(
        given.method(),
        in.members(),
        out.members().isEmpty() ? null : out.members().get(0),
        headers(wanted, given.headers(), method),
        faults(wanted, given.faults(), method),
        given.isAsynchronous(),
        given.needsProvider(),
        given.access(),
        given.freshFor(),
        in.isBare(),
        out.isBare());
  }

  private BodyMatcher.Body response(
      Operation own, Operation wanted, @Nullable PropertyMember result, String method) {
    if ((own.output() == null) != (wanted.output() == null)) {
      differences.differs(
          method,
          own.output() == null ? "its caller gets no answer" : "its caller gets an answer",
          own.output() == null
              ? "there is one in the document"
              : "the operation is one-way in the document",
          wanted.origin(),
          own.output() == null
              ? "Leave oneWay out."
              : "Write @Operation(oneWay = true), and let it return void.");
    }
    ElementDeclaration element = document.response(wanted);
    if (own.output() != null && element != null) {
      return bodies.response(wanted, element, result, method);
    }
    return bodies.empty(wanted, result == null ? List.of() : List.of(result), method);
  }

  private List<HeaderMember> headers(Operation wanted, List<HeaderMember> given, String method) {
    List<ElementDeclaration> in = document.requiredHeaders(wanted);
    List<ElementDeclaration> out = document.responseHeaders(wanted);
    Set<QName> found = new HashSet<>();
    List<HeaderMember> matched = new ArrayList<>();
    for (HeaderMember header : given) {
      HeaderMember is = header(header, header.isOut() ? out : in, method);
      if (is != null) {
        found.add(is.element());
        matched.add(is);
      }
    }
    reportMissing(in, found, "parameter", "@Header", method);
    reportMissing(out, found, "parameter of type HeaderOut", "@Header HeaderOut", method);
    return matched;
  }

  private void reportMissing(
      List<ElementDeclaration> wanted, Set<QName> found, String what, String mark, String method) {
    for (ElementDeclaration each : wanted) {
      if (!found.contains(each.name())) {
        String name = each.name().getLocalPart();
        differences.notInCode(
            method,
            what + " for the header block \"" + name + "\"",
            each.origin(),
            "Add it: " + mark + " for \"" + name + "\".");
      }
    }
  }

  private @Nullable HeaderMember header(
      HeaderMember header, List<ElementDeclaration> bound, String method) {
    String name = header.element().getLocalPart();
    ElementDeclaration is = named(name, bound);
    if (is != null && !header.required()) {
      differences.differs(
          method,
          "the header block \"" + name + "\" may be absent",
          "it is required in the document",
          is.origin(),
          "Leave Optional, @Nullable and required = false out.");
    }
    if (is == null && !header.required()) {
      is =
          named(
              name,
              document.schemas().stream().map(Schema::elements).flatMap(List::stream).toList());
    }
    if (is == null) {
      differences.notInDocument(
          method,
          "the header block",
          name,
          bound.stream().map(each -> each.name().getLocalPart()).toList());
      return null;
    }
    ElementDeclaration given = code.element(header.element());
    values.nillable(given, is, method);
    JavaForm form = values.optional(header.use(), given, is, method);
    return new HeaderMember(is.name(), form, header.position(), header.required(), header.isOut());
  }

  private static @Nullable ElementDeclaration named(String local, List<ElementDeclaration> all) {
    return all.stream()
        .filter(element -> element.name().getLocalPart().equals(local))
        .findFirst()
        .orElse(null);
  }

  private List<FaultMember> faults(Operation wanted, List<FaultMember> given, String method) {
    Map<String, ElementDeclaration> asked = new LinkedHashMap<>();
    for (Operation.FaultUse fault : wanted.faults()) {
      ElementDeclaration element =
          document.element(document.message(fault.message()).onlyPart().element());
      asked.put(element.name().getLocalPart(), element);
    }
    Map<String, ElementDeclaration> missing = new HashMap<>(asked);
    List<FaultMember> matched = new ArrayList<>();
    for (FaultMember fault : given) {
      String name = fault.element().getLocalPart();
      ElementDeclaration element = asked.get(name);
      missing.remove(name);
      if (element == null) {
        differences.notInDocument(method, "the fault", name, asked.keySet());
      } else {
        matched.add(bodies.fault(fault, element));
      }
    }
    missing.forEach(
        (name, element) ->
            differences.notInCode(
                method,
                "exception for the fault \"" + name + "\"",
                element.origin(),
                "Add it to throws: an exception with @Fault(name = \"" + name + "\")."));
    return matched;
  }
}
