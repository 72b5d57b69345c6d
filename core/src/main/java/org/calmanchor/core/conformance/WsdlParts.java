package org.calmanchor.core.conformance;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** The components of a description by name, of all its documents. Missing ones are left out. */
final class WsdlParts {
  private final Map<QName, XmlNode> messages = new LinkedHashMap<>();
  private final Map<QName, XmlNode> portTypes = new LinkedHashMap<>();
  private final Set<QName> bindings = new LinkedHashSet<>();
  private final Set<QName> elements = new LinkedHashSet<>();
  private final Set<String> namespaces = new HashSet<>();
  private final Set<String> schemaNamespaces = new HashSet<>();
  private final Set<String> incomplete = new HashSet<>();
  private final Function<XmlNode, @Nullable XmlNode> referred;
  private final Set<SoapVersion> versions = new LinkedHashSet<>();

  /**
   * Creates the parts of some WSDL documents.
   *
   * @param referred gives the document to which an import or include refers; null if it was not
   *     read
   */
  WsdlParts(List<XmlNode> definitions, Function<XmlNode, @Nullable XmlNode> referred) {
    this.referred = referred;
    definitions.forEach(this::add);
  }

  private void add(XmlNode definitions) {
    String target = definitions.attributeOr("targetNamespace", "");
    namespaces.add(target);
    for (XmlNode child : definitions.childrenIn(Names.WSDL)) {
      QName name = new QName(target, child.attributeOr("name", ""));
      switch (child.name().getLocalPart()) {
        case "types" ->
            child
                .children(Names.XSD, "schema")
                .forEach(
                    each -> schema(each, each.attributeOr("targetNamespace", ""), new HashSet<>()));
        case "message" -> messages.putIfAbsent(name, child);
        case "portType" -> portTypes.putIfAbsent(name, child);
        case "binding" -> {
          bindings.add(name);
          for (SoapVersion version : SoapVersion.values()) {
            if (child.child(version.bindingNamespace(), "binding") != null) {
              versions.add(version);
            }
          }
        }
        default -> {}
      }
    }
  }

  /** Adds the elements of a schema; one without namespace has that of the one that includes it. */
  private void schema(XmlNode schema, String namespace, Set<XmlNode> seen) {
    if (!seen.add(schema)) {
      return;
    }
    schemaNamespaces.add(namespace);
    for (XmlNode child : schema.childrenIn(Names.XSD)) {
      switch (child.name().getLocalPart()) {
        case "element" -> elements.add(new QName(namespace, child.attributeOr("name", "")));
        case "include", "redefine" -> {
          XmlNode included = referred.apply(child);
          if (included == null) {
            incomplete.add(namespace);
          } else {
            schema(included, namespace, seen);
          }
        }
        case "import" -> {
          XmlNode imported = referred.apply(child);
          String other = child.attributeOr("namespace", "");
          if (imported != null) {
            schema(imported, other, seen);
          }
        }
        default -> {}
      }
    }
  }

  Map<QName, XmlNode> messages() {
    return messages;
  }

  Map<QName, XmlNode> portTypes() {
    return portTypes;
  }

  Set<QName> bindings() {
    return bindings;
  }

  Set<SoapVersion> versions() {
    return versions;
  }

  /** Whether the WSDL components of that namespace are known. */
  boolean isRead(String namespace) {
    return namespaces.contains(namespace);
  }

  /** Whether all elements of that namespace are known, so that missing ones can be reported. */
  boolean hasSchema(String namespace) {
    return schemaNamespaces.contains(namespace) && !incomplete.contains(namespace);
  }

  boolean hasElement(QName name) {
    return elements.contains(name);
  }
}
