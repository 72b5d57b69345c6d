package org.calmanchor.core.conformance;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** The components of a WSDL document by name. Missing ones are left out. */
final class WsdlView {
  private final XmlNode definitions;
  private final String targetNamespace;
  private final Map<QName, XmlNode> messages = new LinkedHashMap<>();
  private final Map<QName, XmlNode> portTypes = new LinkedHashMap<>();
  private final List<Binding> bindings = new ArrayList<>();
  private final List<XmlNode> schemas = new ArrayList<>();
  private final Set<QName> elements = new LinkedHashSet<>();
  private final Set<String> imported = new LinkedHashSet<>();

  /** A binding; its version and its soap:binding element are null if it is not a SOAP binding. */
  record Binding(
      XmlNode node, @Nullable SoapVersion version, @Nullable XmlNode soap, QName portType) {
    String name() {
      return node.attributeOr("name", "");
    }

    String namespace() {
      return version == null ? "" : version.bindingNamespace();
    }
  }

  WsdlView(XmlNode definitions) {
    this.definitions = definitions;
    this.targetNamespace = definitions.attributeOr("targetNamespace", "");
    for (XmlNode child : definitions.children()) {
      if (child.name().getNamespaceURI().equals(Names.WSDL)) {
        add(child);
      }
    }
    for (XmlNode schema : schemas) {
      String namespace = schema.attributeOr("targetNamespace", "");
      schema
          .children(Names.XSD, "element")
          .forEach(e -> elements.add(new QName(namespace, e.attributeOr("name", ""))));
    }
  }

  private void add(XmlNode child) {
    QName name = new QName(targetNamespace, child.attributeOr("name", ""));
    switch (child.name().getLocalPart()) {
      case "import" -> imported.add(child.attributeOr("namespace", ""));
      case "types" -> schemas.addAll(child.children(Names.XSD, "schema"));
      case "message" -> messages.putIfAbsent(name, child);
      case "portType" -> portTypes.putIfAbsent(name, child);
      case "binding" -> bindings.add(binding(child));
      default -> {}
    }
  }

  private static Binding binding(XmlNode node) {
    QName portType = node.resolve(node.attributeOr("type", ""));
    for (SoapVersion version : SoapVersion.values()) {
      XmlNode soap = node.child(version.bindingNamespace(), "binding");
      if (soap != null) {
        return new Binding(node, version, soap, portType);
      }
    }
    return new Binding(node, null, null, portType);
  }

  boolean isWsdl() {
    return definitions.name().equals(new QName(Names.WSDL, "definitions"));
  }

  XmlNode definitions() {
    return definitions;
  }

  String targetNamespace() {
    return targetNamespace;
  }

  List<XmlNode> schemas() {
    return schemas;
  }

  Map<QName, XmlNode> messages() {
    return messages;
  }

  Map<QName, XmlNode> portTypes() {
    return portTypes;
  }

  List<Binding> bindings() {
    return bindings;
  }

  List<XmlNode> services() {
    return definitions.children(Names.WSDL, "service");
  }

  /** Whether the document may refer to WSDL components of that namespace. */
  boolean knows(String namespace) {
    return namespace.equals(targetNamespace) || imported.contains(namespace);
  }

  /**
   * Whether the document contains the schema of that namespace, so that missing components can be
   * reported.
   */
  boolean hasSchema(String namespace) {
    return schemas.stream()
        .anyMatch(schema -> schema.attributeOr("targetNamespace", "").equals(namespace));
  }

  boolean hasElement(QName name) {
    return elements.contains(name);
  }

  Set<SoapVersion> versions() {
    Set<SoapVersion> versions = EnumSet.noneOf(SoapVersion.class);
    for (Binding binding : bindings) {
      if (binding.version() != null) {
        versions.add(binding.version());
      }
    }
    return versions;
  }
}
