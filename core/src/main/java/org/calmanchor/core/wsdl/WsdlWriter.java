package org.calmanchor.core.wsdl;

import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Binding.BoundOperation;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;

/**
 * Writes a contract as one WSDL 1.1 document with its schemas inside. The same contract and address
 * give the same text, always.
 */
public final class WsdlWriter {
  private static final String HTTP_TRANSPORT = "http://schemas.xmlsoap.org/soap/http";

  private final Contract contract;
  private final String address;
  private final Prefixes prefixes;
  private final XmlText xml = new XmlText();

  private WsdlWriter(Contract contract, String address) {
    this.contract = contract;
    this.address = address;
    this.prefixes = new Prefixes(contract);
  }

  /**
   * The document of {@code contract}, to be encoded as UTF-8.
   *
   * @param address the URL at which all its ports answer
   */
  public static String write(Contract contract, String address) {
    WsdlWriter writer = new WsdlWriter(contract, address);
    writer.definitions();
    return writer.xml.toString();
  }

  private void definitions() {
    String name =
        contract.services().isEmpty() ? null : contract.services().get(0).name().getLocalPart();
    Attributes attributes = prefixes.declarations();
    attributes.and("name", name).and("targetNamespace", contract.targetNamespace());
    xml.element(
        "wsdl:definitions",
        attributes,
        () -> {
          xml.element("wsdl:types", Attributes.NONE, this::schemas);
          contract.messages().forEach(this::message);
          contract.portTypes().forEach(this::portType);
          contract.bindings().forEach(this::binding);
          contract.services().forEach(this::service);
        });
  }

  private void schemas() {
    for (Schema schema : contract.schemas()) {
      new SchemaWriter(xml, prefixes, contract).write(schema);
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
                                .and("element", prefixes.of(part.element())))));
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
          xml.element(
              soap + ":binding",
              Attributes.of("style", "document").and("transport", HTTP_TRANSPORT));
          binding.operations().forEach(operation -> bound(binding, soap, operation));
        });
  }

  private void bound(Binding binding, String soap, BoundOperation bound) {
    Operation operation = operationOf(binding, bound.name());
    boolean is12 = binding.version() == SoapVersion.SOAP_1_2;
    xml.element(
        "wsdl:operation",
        Attributes.of("name", bound.name()),
        () -> {
          xml.element(
              soap + ":operation",
              Attributes.of("soapAction", bound.soapAction())
                  .and("soapActionRequired", is12 ? "false" : null)
                  .and("style", "document"));
          xml.element("wsdl:input", Attributes.NONE, () -> body(soap, bound.inputHeaders()));
          if (operation.output() != null) {
            xml.element("wsdl:output", Attributes.NONE, () -> body(soap, bound.outputHeaders()));
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

  private void body(String soap, Iterable<Binding.HeaderUse> headers) {
    for (Binding.HeaderUse header : headers) {
      xml.element(
          soap + ":header",
          Attributes.of("message", prefixes.of(header.message()))
              .and("part", header.part())
              .and("use", "literal"));
    }
    xml.element(soap + ":body", Attributes.of("use", "literal"));
  }

  private Operation operationOf(Binding binding, String name) {
    return contract.portTypes().stream()
        .filter(portType -> portType.name().equals(binding.portType()))
        .flatMap(portType -> portType.operations().stream())
        .filter(operation -> operation.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "binding "
                        + binding.name()
                        + " binds an operation "
                        + name
                        + " that its port type lacks"));
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
    SoapVersion version =
        contract.bindings().stream()
            .filter(binding -> binding.name().equals(port.binding()))
            .findFirst()
            .orElseThrow(() -> new IllegalArgumentException("no binding " + port.binding()))
            .version();
    xml.element(
        "wsdl:port",
        Attributes.of("name", port.name()).and("binding", prefixes.of(port.binding())),
        () ->
            xml.element(
                prefixes.binding(version) + ":address", Attributes.of("location", address)));
  }
}
