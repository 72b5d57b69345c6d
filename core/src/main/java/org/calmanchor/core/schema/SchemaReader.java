package org.calmanchor.core.schema;

import java.net.URI;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.TypeDefinition;
import org.jspecify.annotations.Nullable;

/**
 * Reads the schemas of a set of documents: those inside WSDL documents, and those that these import
 * and include (XML Schema 1.0 part 1, section 4.2). Used once.
 */
public final class SchemaReader {
  private final DocumentSet documents;
  private final ComponentIndex index;
  private final Set<Visit> visited = new HashSet<>();
  private final Set<String> inline = new HashSet<>();

  /** A schema element as one of a namespace. Its identity counts, not what it says. */
  private record Visit(URI location, int line, int column, String namespace) {}

  private SchemaReader(DocumentSet documents, DocumentProblems problems) {
    this.documents = documents;
    this.index = new ComponentIndex(problems);
  }

  /**
   * The schemas, one for each namespace. What is wrong is added to {@code problems}; if there is
   * anything, the result is incomplete.
   */
  public static List<Schema> read(DocumentSet documents, DocumentProblems problems) {
    return new SchemaReader(documents, problems).read();
  }

  private static List<XmlNode> inline(XmlNode definitions) {
    return definitions.children(Names.WSDL, "types").stream()
        .flatMap(types -> types.children(Names.XSD, "schema").stream())
        .toList();
  }

  private List<Schema> read() {
    for (DocumentSet.Document document : documents.all()) {
      for (XmlNode schema : inline(document.root())) {
        inline.add(schema.attributeOr("targetNamespace", ""));
      }
    }
    for (DocumentSet.Document document : documents.all()) {
      XmlNode root = document.root();
      if (root.is(Names.WSDL, "definitions")) {
        inline(root).forEach(schema -> visit(document.location(), schema, null));
      }
    }
    DocumentSet.Document root = documents.root();
    if (root != null && root.root().is(Names.XSD, "schema")) {
      visit(root.location(), root.root(), null);
    }
    new CircularReferences(index).report();
    ComplexTypeReader reader = new ComplexTypeReader(index);
    return index.namespaces().stream().map(namespace -> schema(namespace, reader)).toList();
  }

  /** Visits a schema; {@code adopted} is the namespace of the one that includes it, or null. */
  private void visit(URI location, XmlNode schema, @Nullable String adopted) {
    String own = schema.attributeOr("targetNamespace", "").strip();
    String namespace = own.isEmpty() && adopted != null ? adopted : own;
    boolean isAdapted = !namespace.equals(own);
    if (!visited.add(new Visit(location, schema.line(), schema.column(), namespace))) {
      return;
    }
    SchemaScope scope = new SchemaScope(location, namespace, isAdapted, schema);
    index.add(scope);
    for (XmlNode reference : schema.childrenIn(Names.XSD)) {
      switch (reference.name().getLocalPart()) {
        case "include" -> include(scope, reference);
        case "import" -> follow(scope, reference, reference.attributeOr("namespace", ""), null);
        case "redefine" ->
            index.unsupported(
                scope,
                reference,
                "xsd:redefine changes the definitions of another document, which is not supported.",
                "Include a copy of that document that has the changed definitions.");
        default -> {
          // A component.
        }
      }
    }
  }

  private void include(SchemaScope scope, XmlNode reference) {
    if (reference.attribute("schemaLocation") == null) {
      index.invalid(
          scope, reference, "xsd:include has no schemaLocation.", "Write schemaLocation=\"...\".");
    }
    follow(scope, reference, scope.namespace(), scope.namespace());
  }

  private void follow(
      SchemaScope scope, XmlNode reference, String namespace, @Nullable String adopted) {
    DocumentSet.Document document = documents.referred(reference);
    if (document == null
        || (SchemaCatalogue.isShipped(document.location()) && inline.contains(namespace))) {
      // A schema in the WSDL document itself comes before the one in this library.
      return;
    }
    XmlNode schema = document.root();
    if (!schema.is(Names.XSD, "schema")) {
      index.invalid(
          scope,
          reference,
          "what it refers to is no schema, but " + schema.name() + ".",
          "Refer to a document whose root is xsd:schema.");
      return;
    }
    String target = schema.attributeOr("targetNamespace", "").strip();
    boolean mayAdapt = adopted != null && target.isEmpty();
    if (!target.equals(namespace.strip()) && !mayAdapt) {
      index.invalid(
          scope,
          reference,
          "the schema there is of namespace \"" + target + "\", not \"" + namespace + "\".",
          "Correct the location, or the namespace.");
      return;
    }
    visit(document.location(), schema, adopted);
  }

  private Schema schema(String namespace, ComplexTypeReader reader) {
    List<ElementDeclaration> elements = new ArrayList<>();
    each(
        ComponentKind.ELEMENT,
        namespace,
        (name, at) -> elements.add(reader.elements().global(name, at.node(), at.scope())));
    List<TypeDefinition> types = new ArrayList<>();
    each(
        ComponentKind.TYPE,
        namespace,
        (name, at) ->
            types.add(
                SimpleTypeReader.isSimple(at.node())
                    ? reader.simpleTypes().read(at.node(), at.scope(), name)
                    : reader.read(at.node(), at.scope(), name)));
    List<AttributeUse> attributes = new ArrayList<>();
    each(
        ComponentKind.ATTRIBUTE,
        namespace,
        (name, at) -> attributes.add(reader.attributes().global(name, at.node(), at.scope())));
    List<Schema.NamedGroup> groups = new ArrayList<>();
    each(
        ComponentKind.GROUP,
        namespace,
        (name, at) ->
            groups.add(
                new Schema.NamedGroup(
                    name.getLocalPart(), reader.particles().named(at.node(), at.scope()))));
    return new Schema(namespace, elements, types, attributes, groups);
  }

  private interface Component {
    void read(QName name, ComponentIndex.Declared at);
  }

  private void each(ComponentKind kind, String namespace, Component component) {
    for (Map.Entry<QName, ComponentIndex.Declared> each : index.all(kind).entrySet()) {
      if (each.getKey().getNamespaceURI().equals(namespace)) {
        component.read(each.getKey(), each.getValue());
      }
    }
  }
}
