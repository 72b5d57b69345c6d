package org.calmanchor.core.schema;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.ProblemCode;
import org.jspecify.annotations.Nullable;

/** The global components of all schemas, where they are declared. */
final class ComponentIndex {
  private final Map<ComponentKind, Map<QName, Declared>> components =
      new EnumMap<>(ComponentKind.class);
  private final Set<String> namespaces = new LinkedHashSet<>();
  private final DocumentProblems problems;

  /** A global component's element, and the schema that has it. */
  record Declared(XmlNode node, SchemaScope scope) {}

  ComponentIndex(DocumentProblems problems) {
    this.problems = problems;
  }

  DocumentProblems problems() {
    return problems;
  }

  /** The target namespaces of all schemas, in the order read. */
  Set<String> namespaces() {
    return namespaces;
  }

  Map<QName, Declared> all(ComponentKind kind) {
    return components.getOrDefault(kind, Map.of());
  }

  @Nullable Declared find(ComponentKind kind, QName name) {
    return all(kind).get(name);
  }

  /** Adds the global components of a schema element. */
  void add(SchemaScope scope) {
    if (!scope.namespace().isEmpty()) {
      namespaces.add(scope.namespace());
    }
    for (XmlNode node : scope.schema().childrenIn(Names.XSD)) {
      ComponentKind kind = ComponentKind.of(node.name().getLocalPart());
      if (kind == null) {
        continue;
      }
      namespaces.add(scope.namespace());
      String local = node.attribute("name");
      if (local == null || !Names.isNcName(local.strip())) {
        invalid(scope, node, "a global " + kind.words() + " needs a name.", "Write name=\"...\".");
        continue;
      }
      add(kind, scope.global(local.strip()), new Declared(node, scope));
    }
  }

  private void add(ComponentKind kind, QName name, Declared declared) {
    Declared other =
        components.computeIfAbsent(kind, key -> new LinkedHashMap<>()).putIfAbsent(name, declared);
    if (other != null && !other.node().isSameAs(declared.node())) {
      invalid(
          declared.scope(),
          declared.node(),
          "the "
              + kind.words()
              + " "
              + name
              + " is declared a second time, and otherwise. The first one is at "
              + DocumentProblems.place(other.scope().location(), other.node())
              + ".",
          "Keep one of the two.");
    }
  }

  /** Adds that a declaration breaks the rules of XML Schema. */
  void invalid(SchemaScope scope, XmlNode node, String what, String fix) {
    problems.add(ProblemCode.DECLARATION_INVALID, scope.location(), node, what, fix);
  }

  /** Adds that a construct is not supported. */
  void unsupported(SchemaScope scope, XmlNode node, String what, String fix) {
    problems.add(ProblemCode.CONSTRUCT_UNSUPPORTED, scope.location(), node, what, fix);
  }

  /**
   * The name to which an attribute of {@code node} refers. Adds a problem, and returns null, if
   * there is no such component.
   */
  @Nullable QName referred(ComponentKind kind, SchemaScope scope, XmlNode node, String prefixed) {
    if (!node.isResolvable(prefixed.strip())) {
      problems.add(
          ProblemCode.REFERENCE_UNKNOWN,
          scope.location(),
          node,
          "the prefix of \"" + prefixed + "\" is not declared.",
          "Declare it with xmlns:" + prefixed.strip().split(":", 2)[0] + "=\"...\".");
      return null;
    }
    QName name = scope.resolve(node, prefixed);
    boolean isBuiltIn = kind == ComponentKind.TYPE && BuiltIns.isKnown(name);
    if (!isBuiltIn && find(kind, name) == null) {
      problems.add(
          ProblemCode.REFERENCE_UNKNOWN,
          scope.location(),
          node,
          "there is no " + kind.words() + " " + name + ".",
          hint(kind, name));
      return null;
    }
    return name;
  }

  private String hint(ComponentKind kind, QName name) {
    String otherwise =
        namespaces.contains(name.getNamespaceURI())
            ? "Declare it, or correct the name."
            : "Import its namespace with a schemaLocation, or map the namespace to a file.";
    return NearMiss.of(
        name.getLocalPart(),
        all(kind).keySet().stream()
            .filter(each -> each.getNamespaceURI().equals(name.getNamespaceURI()))
            .map(QName::getLocalPart)
            .toList(),
        otherwise);
  }
}
