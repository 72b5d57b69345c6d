package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Operation.FaultUse;
import org.calmanchor.core.model.Operation.MessageUse;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.read.FaultReader.DeclaredFault;
import org.calmanchor.core.read.ServiceReader.ReadOperation;

/** Puts what was read together: schema, messages, port type, two bindings, one service. */
final class ContractAssembler {
  /** The part of a wrapped body message. */
  private static final String BODY_PART = "parameters";

  /** The part of a fault message. */
  private static final String FAULT_PART = "fault";

  private final String namespace;
  private final String portType;
  private final String service;
  private final String doc;
  private final Map<String, ElementDeclaration> elements = new LinkedHashMap<>();
  private final Map<String, ElementDeclaration> faultElements = new TreeMap<>();
  private final List<Message> messages = new ArrayList<>();
  private final List<Operation> operations = new ArrayList<>();

  ContractAssembler(String namespace, String portType, String service, String doc) {
    this.namespace = namespace;
    this.portType = portType;
    this.service = service;
    this.doc = doc;
  }

  Contract assemble(JavaType javaType, List<ReadOperation> read, List<TypeDefinition> types) {
    read.forEach(this::add);
    faultElements.forEach(
        (name, element) -> {
          elements.put(name, element);
          messages.add(Message.of(name(name), FAULT_PART, element.name()));
        });
    PortType type = new PortType(name(portType), operations, doc, Origin.of(javaType.signature()));
    List<Binding> bindings =
        List.of(
            binding(portType + "OverSoap11", SoapVersion.SOAP_1_1),
            binding(portType + "OverSoap12", SoapVersion.SOAP_1_2));
    List<Service.Port> ports =
        bindings.stream().map(b -> new Service.Port(b.name().getLocalPart(), b.name())).toList();
    return new Contract(
        namespace,
        List.of(new Schema(namespace, List.copyOf(elements.values()), types, List.of())),
        messages,
        List.of(type),
        bindings,
        List.of(new Service(name(service), ports, doc)));
  }

  private void add(ReadOperation operation) {
    QName request = operation.request().name();
    QName response = operation.response().name();
    elements.put(request.getLocalPart(), operation.request());
    elements.put(response.getLocalPart(), operation.response());
    messages.add(Message.of(request, BODY_PART, request));
    messages.add(Message.of(response, BODY_PART, response));
    List<FaultUse> faults = new ArrayList<>();
    for (DeclaredFault fault : operation.faults()) {
      String name = fault.element().name().getLocalPart();
      faultElements.put(name, fault.element());
      faults.add(new FaultUse(name, name(name), action(operation.name() + separator() + name)));
    }
    String given = operation.given().action();
    operations.add(
        new Operation(
            operation.name(),
            new MessageUse(request, given.isEmpty() ? action(operation.name()) : given),
            new MessageUse(response, action(response.getLocalPart())),
            faults,
            operation.given().doc(),
            Origin.of(operation.member().method().signature())));
  }

  private Binding binding(String name, SoapVersion version) {
    List<Binding.BoundOperation> bound =
        operations.stream()
            .map(
                o -> new Binding.BoundOperation(o.name(), o.input().action(), List.of(), List.of()))
            .toList();
    return new Binding(name(name), name(portType), version, bound);
  }

  private String action(String last) {
    String base = namespace.endsWith(separator()) ? namespace : namespace + separator();
    return base + portType + separator() + last;
  }

  private String separator() {
    return namespace.startsWith("urn:") ? ":" : "/";
  }

  private QName name(String local) {
    return new QName(namespace, local);
  }
}
