package org.calmanchor.core.wsdl;

import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.ProblemCode;
import org.jspecify.annotations.Nullable;

/** The named parts of all WSDL documents that belong together (WSDL 1.1, section 2.1). */
final class WsdlIndex {
  private final Map<String, Map<QName, Declared>> parts = new LinkedHashMap<>();
  private final DocumentProblems problems;

  /** A named part, and the document that has it. */
  record Declared(QName name, XmlNode node, URI location) {}

  WsdlIndex(DocumentSet documents, DocumentProblems problems) {
    this.problems = problems;
    for (String kind : Set.of("message", "portType", "binding", "service")) {
      parts.put(kind, new LinkedHashMap<>());
    }
    for (DocumentSet.Document document : documents.all()) {
      if (document.root().is(Names.WSDL, "definitions")) {
        add(document);
      }
    }
  }

  private void add(DocumentSet.Document document) {
    String namespace = document.root().attributeOr("targetNamespace", "").strip();
    for (XmlNode node : document.root().childrenIn(Names.WSDL)) {
      Map<QName, Declared> kind = parts.get(node.name().getLocalPart());
      if (kind == null) {
        continue;
      }
      String local = node.attributeOr("name", "").strip();
      Declared declared = new Declared(new QName(namespace, local), node, document.location());
      if (!Names.isNcName(local)) {
        invalid(declared, node, "it needs a name.", "Write name=\"...\".");
        continue;
      }
      Declared other = kind.putIfAbsent(declared.name(), declared);
      if (other != null && !other.node().isSameAs(node)) {
        invalid(
            declared,
            node,
            "the " + node.name().getLocalPart() + " " + local + " is there a second time.",
            "Keep one of the two.");
      }
    }
  }

  List<Declared> all(String kind) {
    return new ArrayList<>(parts.getOrDefault(kind, Map.of()).values());
  }

  @Nullable Declared find(String kind, QName name) {
    return parts.getOrDefault(kind, Map.of()).get(name);
  }

  /**
   * The part to which an attribute of {@code node} refers; adds a problem and returns null if there
   * is none.
   */
  @Nullable Declared referred(Declared from, XmlNode node, String attribute, String kind) {
    String prefixed = node.attribute(attribute);
    if (prefixed == null) {
      invalid(from, node, "it needs the attribute " + attribute + ".", "Write " + attribute + "=.");
      return null;
    }
    QName name = node.resolve(prefixed.strip());
    Declared found = find(kind, name);
    if (found == null) {
      problems.add(
          ProblemCode.REFERENCE_UNKNOWN,
          from.location(),
          node,
          "there is no " + kind + " " + name + ".",
          NearMiss.of(
              name.getLocalPart(),
              parts.getOrDefault(kind, Map.of()).keySet().stream()
                  .map(QName::getLocalPart)
                  .toList(),
              "Import the document that has it, or correct the name."));
    }
    return found;
  }

  void invalid(Declared at, XmlNode node, String what, String fix) {
    problems.add(ProblemCode.DECLARATION_INVALID, at.location(), node, what, fix);
  }

  void unsupported(URI location, XmlNode node, String what, String fix) {
    problems.add(ProblemCode.CONSTRUCT_UNSUPPORTED, location, node, what, fix);
  }

  void unknown(Declared at, XmlNode node, String what, String fix) {
    problems.add(ProblemCode.REFERENCE_UNKNOWN, at.location(), node, what, fix);
  }

  void pass(Declared at, XmlNode node, String sentence) {
    problems.pass(at.location(), node, sentence);
  }

  void pass(URI location, XmlNode node, String sentence) {
    problems.pass(location, node, sentence);
  }

  static String doc(XmlNode node) {
    return String.join(
        "\n", node.children(Names.WSDL, "documentation").stream().map(XmlNode::text).toList());
  }
}
