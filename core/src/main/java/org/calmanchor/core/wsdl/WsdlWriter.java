package org.calmanchor.core.wsdl;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Binding.BoundOperation;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** Writes the WSDL document of one contract. Without locations, it contains its schemas. */
final class WsdlWriter {
  private static final String HTTP_TRANSPORT = "http://schemas.xmlsoap.org/soap/http";

  private final Contract contract;
  private final String address;
  private final DocumentPrefixes prefixes;
  private final @Nullable Function<String, @Nullable String> locations;
  private final XmlText xml = new XmlText();
  private final PolicyWriter policies;

  WsdlWriter(
      Contract contract,
      String address,
      @Nullable Function<String, @Nullable String> locations,
      CallerPolicy policy) {
    this.policies = new PolicyWriter(xml, contract, policy);
    this.contract = contract;
    this.address = address;
    this.locations = locations;
    this.prefixes = DocumentPrefixes.ofWsdl(contract);
  }

  String write() {
    definitions();
    return xml.toString();
  }

  private void definitions() {
    String name =
        contract.services().isEmpty() ? null : contract.services().get(0).name().getLocalPart();
    Attributes attributes = prefixes.declarations();
    policies.declare(attributes);
    attributes.and("name", name).and("targetNamespace", contract.targetNamespace());
    xml.element(
        "wsdl:definitions",
        attributes,
        () -> {
          policies.policies();
          xml.element("wsdl:types", Attributes.NONE, this::schemas);
          contract.messages().forEach(this::message);
          contract.portTypes().forEach(this::portType);
          contract.bindings().forEach(this::binding);
          contract.services().forEach(this::service);
        });
  }

  private void schemas() {
    if (locations == null) {
      for (Schema schema : contract.schemas()) {
        new SchemaWriter(xml, prefixes).write(schema, Attributes.NONE, namespace -> null);
      }
    } else {
      xml.element("xsd:schema", Attributes.NONE, () -> imports(locations));
    }
  }

  private void imports(Function<String, @Nullable String> locations) {
    for (Schema schema : contract.schemas()) {
      String namespace = schema.targetNamespace();
      xml.element(
          "xsd:import",
          Attributes.of("namespace", namespace).and("schemaLocation", locations.apply(namespace)));
    }
  }

  private void message(Message message) {
    xml.element(
        "wsdl:message",
        Attributes.of("name", message.name().getLocalPart()),
        () ->
            message
                .parts()
                .forEach(
                    part ->
                        xml.element(
                            "wsdl:part",
                            Attributes.of("name", part.name())
                                .and(
                                    part.kind() == Message.Kind.ELEMENT ? "element" : "type",
                                    prefixes.of(part.reference())))));
  }

  private void portType(PortType portType) {
    xml.element(
        "wsdl:portType",
        Attributes.of("name", portType.name().getLocalPart()),
        () -> {
          doc(portType.doc());
          portType.operations().forEach(this::operation);
        });
  }

  private void doc(String doc) {
    if (!doc.isEmpty()) {
      xml.text("wsdl:documentation", doc);
    }
  }

  private void operation(Operation operation) {
    xml.element(
        "wsdl:operation",
        Attributes.of("name", operation.name()),
        () -> {
          doc(operation.doc());
          xml.element(
              "wsdl:input", Attributes.of("message", prefixes.of(operation.input().message())));
          if (operation.output() != null) {
            xml.element(
                "wsdl:output", Attributes.of("message", prefixes.of(operation.output().message())));
          }
          operation
              .faults()
              .forEach(
                  fault ->
                      xml.element(
                          "wsdl:fault",
                          Attributes.of("name", fault.name())
                              .and("message", prefixes.of(fault.message()))));
        });
  }

  private void binding(Binding binding) {
    String soap = prefixes.binding(binding.version());
    xml.element(
        "wsdl:binding",
        Attributes.of("name", binding.name().getLocalPart())
            .and("type", prefixes.of(binding.portType())),
        () -> {
          policies.documentBinding();
          policies.ofBinding();
          xml.element(
              soap + ":binding",
              Attributes.of("style", style(binding)).and("transport", HTTP_TRANSPORT));
          Map<String, Operation> operations = new HashMap<>();
          contract
              .portType(binding.portType())
              .operations()
              .forEach(operation -> operations.put(operation.name(), operation));
          for (BoundOperation bound : binding.operations()) {
            bound(binding, soap, bound, Objects.requireNonNull(operations.get(bound.name())));
          }
        });
  }

  private void bound(Binding binding, String soap, BoundOperation bound, Operation operation) {
    boolean is12 = binding.version() == SoapVersion.SOAP_1_2;
    xml.element(
        "wsdl:operation",
        Attributes.of("name", bound.name()),
        () -> {
          policies.ofOperation(bound.name());
          xml.element(
              soap + ":operation",
              Attributes.of("soapAction", bound.soapAction())
                  .and("soapActionRequired", is12 ? "false" : null)
                  .and("style", name(bound.style())));
          xml.element("wsdl:input", Attributes.NONE, () -> body(soap, bound.input()));
          Binding.BoundMessage output = bound.output();
          if (output != null) {
            xml.element("wsdl:output", Attributes.NONE, () -> body(soap, output));
          }
          for (Operation.FaultUse fault : operation.faults()) {
            xml.element(
                "wsdl:fault",
                Attributes.of("name", fault.name()),
                () ->
                    xml.element(
                        soap + ":fault",
                        Attributes.of("name", fault.name()).and("use", "literal")));
          }
        });
  }

  private static String style(Binding binding) {
    return binding.operations().isEmpty() ? "document" : name(binding.operations().get(0).style());
  }

  private static String name(Binding.Style style) {
    return style.name().toLowerCase(Locale.ROOT);
  }

  private void body(String soap, Binding.BoundMessage message) {
    message.headers().forEach(header -> header(soap, "header", header));
    List<String> parts = message.parts();
    xml.element(
        soap + ":body",
        Attributes.of("use", "literal")
            .and("parts", parts == null ? null : String.join(" ", parts))
            .and("namespace", message.namespace().isEmpty() ? null : message.namespace()));
  }

  private void header(String soap, String element, Binding.HeaderUse header) {
    xml.element(
        soap + ":" + element,
        Attributes.of("message", prefixes.of(header.message()))
            .and("part", header.part())
            .and("use", "literal"),
        () -> header.faults().forEach(fault -> header(soap, "headerfault", fault)));
  }

  private void service(Service service) {
    xml.element(
        "wsdl:service",
        Attributes.of("name", service.name().getLocalPart()),
        () -> {
          doc(service.doc());
          service.ports().forEach(this::port);
        });
  }

  private void port(Service.Port port) {
    SoapVersion version = contract.binding(port.binding()).version();
    xml.element(
        "wsdl:port",
        Attributes.of("name", port.name()).and("binding", prefixes.of(port.binding())),
        () ->
            xml.element(
                prefixes.binding(version) + ":address", Attributes.of("location", address)));
  }
}
