package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.jspecify.annotations.Nullable;

/** A service's WSDL document with a sentence on each of its parts. Immutable. */
public final class ExplainedWsdl {
  private static final Pattern NAMED =
      Pattern.compile(
          "( *)<(?:[A-Za-z0-9_.-]+:)?(message|portType|operation|binding|service|element|complexType"
              + "|simpleType)[ ].*?name=\"([^\"]*)\".*");

  private final Contract contract;
  private final String address;
  private final List<String> lines;
  private final Map<String, Integer> places = new LinkedHashMap<>();
  private final Map<QName, String> messageUses = new LinkedHashMap<>();
  private final Map<QName, String> messageOperations = new LinkedHashMap<>();

  /**
   * Creates the explained document of {@code contract}.
   *
   * @param address where the service is
   * @param document the text of the WSDL document
   */
  public ExplainedWsdl(Contract contract, String address, String document) {
    this.contract = contract;
    this.address = address;
    this.lines = document.lines().toList();
    findPlaces();
    findUses();
  }

  /** Where the service is. */
  String address() {
    return address;
  }

  /** The document's text. */
  public List<WsdlSource.Block> source() {
    return WsdlSource.of(lines);
  }

  /** Finds the line at which each top-level component begins. */
  private void findPlaces() {
    int deepest = 6;
    for (int i = 0; i < lines.size(); i++) {
      Matcher named = NAMED.matcher(lines.get(i));
      if (named.matches() && named.group(1).length() <= deepest) {
        places.putIfAbsent(named.group(2) + " " + named.group(3), i + 1);
      }
    }
  }

  private int line(String kind, String name) {
    return Objects.requireNonNullElse(places.get(kind + " " + name), 1);
  }

  /** The link to the line at which a component begins; empty if it is not in this document. */
  String link(String kind, String name) {
    Integer line = places.get(kind + " " + name);
    return line == null ? "" : "#line-" + line;
  }

  private void findUses() {
    for (PortType portType : contract.portTypes()) {
      for (Operation operation : portType.operations()) {
        String name = operation.name();
        use(operation.input().message(), "The request of " + name, name);
        if (operation.output() != null) {
          use(operation.output().message(), "The response of " + name, name);
        }
        for (Operation.FaultUse fault : operation.faults()) {
          use(fault.message(), "The fault " + fault.name(), name);
        }
      }
    }
  }

  private void use(QName message, String purpose, String operation) {
    if (messageUses.putIfAbsent(message, purpose) == null) {
      messageOperations.put(message, operation);
    } else if (!operation.equals(messageOperations.get(message))) {
      messageOperations.put(message, "");
    }
  }

  /** The services and their ports. */
  public List<WsdlPart> services() {
    List<WsdlPart> parts = new ArrayList<>();
    for (Service service : contract.services()) {
      String name = service.name().getLocalPart();
      String purpose =
          "The service answers at "
              + address
              + ". It has "
              + count(service.ports().size(), "port")
              + ".";
      parts.add(part("service", name, purpose, ""));
    }
    return parts;
  }

  /** The bindings. */
  public List<WsdlPart> bindings() {
    List<WsdlPart> parts = new ArrayList<>();
    for (Binding binding : contract.bindings()) {
      String purpose =
          "Messages are "
              + binding.version().title()
              + " over HTTP. "
              + (isRpc(binding)
                  ? "The body is an element for the operation, with one for each parameter"
                      + " (rpc/literal)."
                  : "The body is exactly what the types say (document/literal).");
      parts.add(part("binding", binding.name().getLocalPart(), purpose, ""));
    }
    return parts;
  }

  private static boolean isRpc(Binding binding) {
    return binding.operations().stream().anyMatch(each -> each.style() == Binding.Style.RPC);
  }

  /** The port types and their operations. */
  public List<WsdlPart> operations() {
    List<WsdlPart> parts = new ArrayList<>();
    for (PortType portType : contract.portTypes()) {
      String all = "It has " + count(portType.operations().size(), "operation") + ".";
      parts.add(part("portType", portType.name().getLocalPart(), all, ""));
      for (Operation operation : bySource(portType)) {
        parts.add(part("operation", operation.name(), purpose(operation), operation.name()));
      }
    }
    return parts;
  }

  /** The messages in the order of their operations; those of several, or of none, come last. */
  private List<Message> inOrder(List<Message> messages) {
    Map<String, Integer> places = new HashMap<>();
    for (PortType portType : contract.portTypes()) {
      bySource(portType).forEach(each -> places.putIfAbsent(each.name(), places.size()));
    }
    return messages.stream()
        .sorted(
            Comparator.comparingInt(
                message ->
                    places.getOrDefault(
                        messageOperations.getOrDefault(message.name(), ""), places.size())))
        .toList();
  }

  private static String purpose(Operation operation) {
    StringBuilder purpose = new StringBuilder();
    purpose.append(
        operation.output() == null ? "One-way: there is no response." : "Request and response.");
    if (!operation.faults().isEmpty()) {
      List<String> names = operation.faults().stream().map(Operation.FaultUse::name).toList();
      purpose.append(" Faults: ").append(String.join(", ", names)).append('.');
    }
    return purpose.append(sentence(operation.doc())).toString();
  }

  /** A documentation as a sentence after another one; empty for none. */
  private static String sentence(String doc) {
    return doc.isEmpty() ? "" : " " + doc + (doc.endsWith(".") ? "" : ".");
  }

  /** The operations in the order of the source, as everywhere on the page. */
  private static List<Operation> bySource(PortType portType) {
    return portType.operations().stream()
        .sorted(Comparator.comparingInt(operation -> operation.origin().position()))
        .toList();
  }

  /** The messages. */
  public List<WsdlPart> messages() {
    List<WsdlPart> parts = new ArrayList<>();
    for (Message message : inOrder(contract.messages())) {
      String use = messageUses.getOrDefault(message.name(), "A header block");
      String purpose = use + ": " + content(message) + ".";
      String operation = messageOperations.getOrDefault(message.name(), "");
      parts.add(part("message", message.name().getLocalPart(), purpose, operation));
    }
    return parts;
  }

  /** What a message contains: elements in document style, parameters in rpc style. */
  private static String content(Message message) {
    if (message.parts().isEmpty()) {
      return "nothing";
    }
    return message.parts().stream()
        .map(
            part ->
                part.kind() == Message.Kind.ELEMENT
                    ? "the element " + part.element().getLocalPart()
                    : "the parameter " + part.name())
        .collect(Collectors.joining(", "));
  }

  /** The elements and types of the schemas. */
  public List<WsdlPart> types() {
    List<WsdlPart> parts = new ArrayList<>();
    for (Schema schema : contract.schemas()) {
      for (TypeDefinition type : schema.types()) {
        QName name = type.name();
        if (name != null) {
          boolean isComplex = type instanceof ComplexType;
          String purpose = purpose(type);
          parts.add(
              part(isComplex ? "complexType" : "simpleType", name.getLocalPart(), purpose, ""));
        }
      }
      for (ElementDeclaration element : schema.elements()) {
        parts.add(part("element", element.name().getLocalPart(), purpose(element), ""));
      }
    }
    return parts;
  }

  private String purpose(ElementDeclaration element) {
    return contract.definition(element.type()) instanceof ComplexType complex
        ? "An element of a body or header. It contains " + members(complex) + "."
        : "An element of a body or header.";
  }

  private String purpose(TypeDefinition type) {
    if (type instanceof ComplexType complex) {
      return "A structure of " + members(complex) + "." + sentence(type.doc());
    }
    List<String> values = values((SimpleType) type);
    return (values.isEmpty()
            ? "A restriction of " + contract.builtIn((SimpleType) type).getLocalPart() + "."
            : "One of " + String.join(", ", values) + ".")
        + sentence(type.doc());
  }

  private static List<String> values(SimpleType type) {
    return type.variety() instanceof SimpleType.Restriction restriction
        ? restriction.facets().stream()
            .filter(facet -> facet.kind() == Facet.Kind.ENUMERATION)
            .map(Facet::value)
            .toList()
        : List.of();
  }

  private String members(ComplexType type) {
    if (contract.holdsAny(type)) {
      return "one element of any name";
    }
    List<String> names = new ArrayList<>();
    contract.attributes(type).forEach(each -> names.add(each.name().getLocalPart()));
    if (type.content() instanceof ComplexType.Text) {
      names.add("text");
    } else {
      contentNames(type).forEach(names::add);
    }
    return names.isEmpty() ? "nothing" : String.join(", ", names);
  }

  private Stream<String> contentNames(ComplexType type) {
    return contract.isPlain(type)
        ? contract.members(type).stream().map(Member::name)
        : ContentModelBuilder.build(contract, type).positions().stream()
            .map(ContentPosition::key)
            .distinct();
  }

  private static String count(int number, String thing) {
    return number + " " + thing + (number == 1 ? "" : "s");
  }

  private WsdlPart part(String kind, String name, String purpose, @Nullable String operation) {
    return new WsdlPart(kind, name, line(kind, name), purpose, operation == null ? "" : operation);
  }
}
