package org.calmanchor.core.conformance;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;

/** Judges the schemas within a description. */
final class SchemaCheck {
  private static final String ENCODING = "http://schemas.xmlsoap.org/soap/encoding/";
  private static final Set<String> ONLY_IMPORTS = Set.of("import", "annotation");
  private static final Set<String> REFERENCES =
      Set.of("type", "ref", "base", "itemType", "memberTypes", "substitutionGroup", "refer");

  private final Findings findings;

  SchemaCheck(Findings findings) {
    this.findings = findings;
  }

  /** Judges the schemas in a WSDL document. */
  void types(WsdlView wsdl) {
    for (XmlNode child : wsdl.definitions().children()) {
      if (child.name().equals(new QName(Names.WSDL, "types"))) {
        for (XmlNode stray : child.children(Names.XSD, "import")) {
          findings.add(Rule.R2003, stray, "an xsd:import stands in the types themselves.");
        }
      }
    }
    for (XmlNode schema : wsdl.schemas()) {
      boolean onlyImports =
          schema.children().stream()
              .allMatch(each -> ONLY_IMPORTS.contains(each.name().getLocalPart()));
      if (schema.attributeOr("targetNamespace", "").isBlank() && !onlyImports) {
        findings.add(Rule.R2105, schema, "the schema has no targetNamespace.");
      }
      schema(schema);
    }
  }

  /** Judges a schema, which may be a document of its own. */
  void schema(XmlNode schema) {
    String target = schema.attributeOr("targetNamespace", "");
    Set<String> known = new LinkedHashSet<>(List.of(target, Names.XSD));
    for (XmlNode child : schema.children()) {
      String local = child.name().getLocalPart();
      if (local.equals("import")) {
        known.add(child.attributeOr("namespace", ""));
      }
    }
    for (XmlNode child : schema.children(Names.XSD, "complexType")) {
      if (child.attributeOr("name", "").startsWith("ArrayOf")) {
        findings.add(Rule.R2112, child, "a type is named " + child.attribute("name") + ".");
      }
    }
    references(schema, known);
  }

  private void references(XmlNode node, Set<String> known) {
    node.attributes()
        .forEach(
            (name, value) -> {
              if (name.equals(new QName(Names.WSDL, "arrayType"))) {
                findings.add(Rule.R2111, node, "it says wsdl:arrayType=\"" + value + "\".");
              } else if (name.getNamespaceURI().isEmpty()
                  && REFERENCES.contains(name.getLocalPart())) {
                for (String each : value.strip().split("\\s+", -1)) {
                  reference(node, each, known);
                }
              }
            });
    node.children().stream()
        .filter(child -> !child.name().getLocalPart().equals("annotation"))
        .forEach(child -> references(child, known));
  }

  private void reference(XmlNode node, String prefixed, Set<String> known) {
    QName name = node.resolve(prefixed);
    if (name.equals(new QName(ENCODING, "Array"))) {
      findings.add(Rule.R2110, node, "it is made from soapenc:Array.");
    } else if (!known.contains(name.getNamespaceURI())) {
      findings.add(
          Rule.R2102,
          node,
          "\""
              + prefixed
              + "\" is in namespace \""
              + name.getNamespaceURI()
              + "\", which this schema does not import.");
    }
  }
}
