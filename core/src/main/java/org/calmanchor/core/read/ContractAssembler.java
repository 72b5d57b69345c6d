package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Binding.BoundMessage;
import org.calmanchor.core.model.Binding.HeaderUse;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Operation.FaultUse;
import org.calmanchor.core.model.Operation.MessageUse;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.Uris;
import org.calmanchor.core.read.ExceptionReader.DeclaredFault;
import org.calmanchor.core.read.HeaderReader.ReadHeader;
import org.calmanchor.core.read.OperationReader.ReadOperation;

/** Builds the contract: schemas, messages, port type, bindings and one service. */
final class ContractAssembler {
  /** The name of the part of a wrapped body message. */
  private static final String BODY_PART = "parameters";

  /** The name of the part of a fault message. */
  private static final String FAULT_PART = "fault";

  /** The name of the part of a header message. */
  private static final String HEADER_PART = "header";

  private final org.calmanchor.annotations.PortType given;
  private final String namespace;
  private final String portType;
  private final String service;
  private final Map<String, Message> messages = new LinkedHashMap<>();
  private final Map<String, Message> otherMessages = new TreeMap<>();
  private final List<Operation> operations = new ArrayList<>();
  private final Map<String, List<ReadHeader>> headers = new LinkedHashMap<>();

  ContractAssembler(
      org.calmanchor.annotations.PortType given,
      String namespace,
      String portType,
      String service) {
    this.given = given;
    this.namespace = namespace;
    this.portType = portType;
    this.service = service;
  }

  Contract assemble(JavaType javaType, List<ReadOperation> read, SchemaParts parts) {
    String doc = Docs.of(given.doc(), javaType);
    read.forEach(this::add);
    messages.putAll(otherMessages);
    PortType type = new PortType(name(portType), operations, doc, Origin.of(javaType.signature()));
    List<Binding> bindings = new ArrayList<>();
    List<org.calmanchor.annotations.PortType.Version> versions = Arrays.asList(given.versions());
    if (versions.contains(org.calmanchor.annotations.PortType.Version.SOAP_1_1)) {
      bindings.add(binding(portType + "OverSoap11", SoapVersion.SOAP_1_1));
    }
    if (versions.contains(org.calmanchor.annotations.PortType.Version.SOAP_1_2)) {
      bindings.add(binding(portType + "OverSoap12", SoapVersion.SOAP_1_2));
    }
    List<Service.Port> ports =
        bindings.stream()
            .map(b -> new Service.Port(b.name().getLocalPart(), b.name(), ""))
            .toList();
    return new Contract(
        namespace,
        parts.schemas(namespace),
        List.copyOf(messages.values()),
        List.of(type),
        bindings,
        List.of(new Service(name(service), ports, doc)));
  }

  private void add(ReadOperation operation) {
    MessageUse input =
        new MessageUse(
            body(operation.request()),
            operation.given().action().isEmpty()
                ? action(operation.name())
                : operation.given().action());
    MessageUse output = null;
    if (operation.response() != null) {
      output = new MessageUse(body(operation.response()), action(operation.name() + "Response"));
    }
    List<FaultUse> faults = new ArrayList<>();
    for (DeclaredFault fault : operation.faults()) {
      String message = MessageNames.fault(fault.element());
      otherMessages.put(message, Message.of(name(message), FAULT_PART, fault.element().name()));
      String local = fault.element().name().getLocalPart();
      faults.add(new FaultUse(local, name(message), action(faultAction(operation.name(), local))));
    }
    for (ReadHeader header : operation.headers()) {
      if (header.member().required()) {
        String message = MessageNames.header(header.element());
        otherMessages.put(message, Message.of(name(message), HEADER_PART, header.element().name()));
      }
    }
    headers.put(operation.name(), operation.headers());
    operations.add(
        new Operation(
            operation.name(), input, output, faults, operation.given().doc(), operation.origin()));
  }

  private QName body(ElementDeclaration element) {
    QName message = name(MessageNames.body(element));
    messages.put(message.getLocalPart(), Message.of(message, BODY_PART, element.name()));
    return message;
  }

  private Binding binding(String name, SoapVersion version) {
    List<Binding.BoundOperation> bound =
        operations.stream()
            .map(
                o ->
                    new Binding.BoundOperation(
                        o.name(),
                        o.input().action(),
                        Binding.Style.DOCUMENT,
                        BoundMessage.document(headerUses(o.name(), false)),
                        o.output() == null
                            ? null
                            : BoundMessage.document(headerUses(o.name(), true))))
            .toList();
    return new Binding(name(name), name(portType), version, bound);
  }

  /**
   * The required header blocks: only those are in the binding, because a block in the binding must
   * be sent (Basic Profile 1.1, R2738).
   */
  private List<HeaderUse> headerUses(String operation, boolean isOut) {
    return headers.getOrDefault(operation, List.of()).stream()
        .filter(header -> header.member().isOut() == isOut && header.member().required())
        .map(header -> new HeaderUse(name(MessageNames.header(header.element())), HEADER_PART))
        .toList();
  }

  /** As WS-Addressing 1.0 Metadata, section 4.4.4, has it. */
  private String faultAction(String operation, String fault) {
    return operation + separator() + "Fault" + separator() + fault;
  }

  private String action(String last) {
    String base = namespace.endsWith(separator()) ? namespace : namespace + separator();
    // A soapAction is sent as an HTTP header, which can only hold ASCII (Basic Profile 1.1, R2744).
    return Uris.encoded(base + portType + separator() + last);
  }

  private String separator() {
    return namespace.startsWith("urn:") ? ":" : "/";
  }

  private QName name(String local) {
    return new QName(namespace, local);
  }
}
