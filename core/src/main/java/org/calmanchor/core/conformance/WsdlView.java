package org.calmanchor.core.conformance;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** One document of a description, which refers to the components of all. */
final class WsdlView {
  private final XmlNode definitions;
  private final WsdlParts parts;
  private final String targetNamespace;
  private final List<XmlNode> messages;
  private final List<XmlNode> portTypes;
  private final List<Binding> bindings = new ArrayList<>();
  private final List<XmlNode> schemas = new ArrayList<>();
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

  WsdlView(XmlNode definitions, WsdlParts parts) {
    this.definitions = definitions;
    this.parts = parts;
    this.targetNamespace = definitions.attributeOr("targetNamespace", "");
    this.messages = definitions.children(Names.WSDL, "message");
    this.portTypes = definitions.children(Names.WSDL, "portType");
    definitions.children(Names.WSDL, "binding").forEach(each -> bindings.add(binding(each)));
    definitions
        .children(Names.WSDL, "types")
        .forEach(types -> schemas.addAll(types.children(Names.XSD, "schema")));
    definitions
        .children(Names.WSDL, "import")
        .forEach(each -> imported.add(each.attributeOr("namespace", "")));
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

  static boolean isWsdl(XmlNode root) {
    return root.is(Names.WSDL, "definitions");
  }

  XmlNode definitions() {
    return definitions;
  }

  /** The components of all documents. */
  WsdlParts parts() {
    return parts;
  }

  String targetNamespace() {
    return targetNamespace;
  }

  List<XmlNode> schemas() {
    return schemas;
  }

  List<XmlNode> messages() {
    return messages;
  }

  List<XmlNode> portTypes() {
    return portTypes;
  }

  List<Binding> bindings() {
    return bindings;
  }

  List<XmlNode> services() {
    return definitions.children(Names.WSDL, "service");
  }

  /** Whether a reference cannot be to anything: its namespace is not imported, or lacks it. */
  boolean isDangling(QName name, Set<QName> known) {
    String namespace = name.getNamespaceURI();
    boolean isImported = namespace.equals(targetNamespace) || imported.contains(namespace);
    return !isImported || (parts.isRead(namespace) && !known.contains(name));
  }
}
