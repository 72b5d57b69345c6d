package org.calmanchor.core.wsdl;

import java.util.Comparator;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.NamespaceConstraint;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Substitution;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.model.Wildcard;
import org.jspecify.annotations.Nullable;

/** Writes one schema (XML Schema 1.0 part 1), with the prefixes of the document around it. */
final class SchemaWriter {
  private final XmlText xml;
  private final DocumentPrefixes prefixes;
  private final SimpleTypeWriter simpleTypes;
  private String targetNamespace = "";

  SchemaWriter(XmlText xml, DocumentPrefixes prefixes) {
    this.xml = xml;
    this.prefixes = prefixes;
    this.simpleTypes = new SimpleTypeWriter(xml, prefixes);
  }

  /**
   * Writes a schema.
   *
   * @param declarations of prefixes, where it is the root of a document
   * @param location where the schema of each namespace is to be found; null where all are inside
   *     one document
   */
  void write(Schema schema, Attributes declarations, Function<String, @Nullable String> location) {
    targetNamespace = schema.targetNamespace();
    Attributes attributes = new Attributes();
    declarations.forEach(attributes::and);
    attributes
        .and("elementFormDefault", "qualified")
        .and("targetNamespace", targetNamespace.isEmpty() ? null : targetNamespace);
    xml.element(
        "xsd:schema",
        attributes,
        () -> {
          imports(schema, location);
          schema.elements().forEach(this::globalElement);
          schema.types().forEach(this::type);
          schema.attributes().forEach(attribute -> attribute(attribute, true));
          for (Schema.NamedGroup group : schema.groups()) {
            xml.element(
                "xsd:group",
                Attributes.of("name", group.name()),
                () -> group(group.group(), Attributes.NONE));
          }
        });
  }

  private void imports(Schema schema, Function<String, @Nullable String> location) {
    Set<String> others = References.of(schema);
    others.remove(targetNamespace);
    others.remove(Names.XSD);
    others.forEach(
        other ->
            xml.element(
                "xsd:import",
                new Attributes()
                    .and("namespace", other.isEmpty() ? null : other)
                    .and("schemaLocation", location.apply(other))));
  }

  private void globalElement(ElementDeclaration element) {
    Substitution substitution = element.substitution();
    QName head = substitution.head();
    element(
        element,
        new Attributes()
            .and("substitutionGroup", head == null ? null : prefixes.of(head))
            .and("abstract", substitution.isAbstract() ? "true" : null),
        false);
  }

  private void element(ElementDeclaration element, Attributes more, boolean isLocal) {
    boolean isNamed = element.type() instanceof TypeUse.Named;
    Attributes attributes = Attributes.of("name", element.name().getLocalPart());
    attributes.and("type", isNamed ? prefixes.reference(element.type()) : null);
    more.forEach(attributes::and);
    attributes.and("nillable", element.nillable() ? "true" : null);
    attributes.and("block", methods(element.substitution().blocked()));
    value(attributes, element.value());
    boolean isUnqualified =
        isLocal && element.name().getNamespaceURI().isEmpty() && !targetNamespace.isEmpty();
    attributes.and("form", isUnqualified ? "unqualified" : null);
    xml.element(
        "xsd:element",
        attributes,
        () -> {
          doc(element.doc());
          if (!isNamed) {
            type((TypeDefinition) element.type());
          }
        });
  }

  private static void value(Attributes attributes, @Nullable ValueConstraint value) {
    if (value != null) {
      attributes.and(value.isFixed() ? "fixed" : "default", value.lexical());
    }
  }

  private static @Nullable String methods(Set<Derivation.Method> methods) {
    return methods.isEmpty()
        ? null
        : methods.stream()
            .sorted()
            .map(method -> method.name().toLowerCase(Locale.ROOT))
            .collect(Collectors.joining(" "));
  }

  private void doc(String doc) {
    simpleTypes.doc(doc);
  }

  private void type(TypeDefinition type) {
    if (type instanceof SimpleType simple) {
      simpleTypes.write(simple);
    } else {
      complex((ComplexType) type);
    }
  }

  private void complex(ComplexType type) {
    boolean isMixed = type.content() instanceof ComplexType.Elements e && e.mixed();
    xml.element(
        "xsd:complexType",
        new Attributes()
            .and("name", SimpleTypeWriter.local(type.name()))
            .and("abstract", type.isAbstract() ? "true" : null)
            .and("mixed", isMixed ? "true" : null)
            .and("block", methods(type.blocked())),
        () -> {
          doc(type.doc());
          content(type);
        });
  }

  private void content(ComplexType type) {
    Derivation derivation = type.derivation();
    if (type.content() instanceof ComplexType.Text text) {
      String kind = "xsd:simpleContent";
      if (derivation == null) {
        derivation(kind, "extension", prefixes.reference(text.type()), () -> attributes(type));
      } else if (derivation.isExtension()) {
        derivation(kind, "extension", prefixes.of(derivation.base()), () -> attributes(type));
      } else {
        derivation(
            kind,
            "restriction",
            prefixes.of(derivation.base()),
            () -> {
              simpleTypes.inside(text.type());
              attributes(type);
            });
      }
    } else if (type.content() instanceof ComplexType.Elements elements) {
      Runnable content =
          () -> {
            if (elements.particle() != null) {
              particle(elements.particle());
            }
            attributes(type);
          };
      if (derivation == null) {
        content.run();
      } else {
        derivation(
            "xsd:complexContent",
            derivation.isExtension() ? "extension" : "restriction",
            prefixes.of(derivation.base()),
            content);
      }
    }
  }

  private void derivation(String kind, String method, String base, Runnable content) {
    xml.element(
        kind,
        Attributes.NONE,
        () -> xml.element("xsd:" + method, Attributes.of("base", base), content));
  }

  private void attributes(ComplexType type) {
    type.attributes().forEach(attribute -> attribute(attribute, false));
    type.withheld().stream()
        .sorted(Comparator.comparing(QName::getNamespaceURI).thenComparing(QName::getLocalPart))
        .forEach(this::prohibited);
    if (type.anyAttribute() != null) {
      xml.element("xsd:anyAttribute", wildcard(type.anyAttribute()));
    }
  }

  private void prohibited(QName name) {
    boolean isLocal = name.getNamespaceURI().isEmpty();
    xml.element(
        "xsd:attribute",
        Attributes.of(isLocal ? "name" : "ref", prefixes.of(name)).and("use", "prohibited"));
  }

  private void attribute(AttributeUse attribute, boolean isGlobal) {
    boolean isNamed = attribute.type() instanceof TypeUse.Named;
    Attributes attributes = new Attributes();
    if (attribute.isReference()) {
      attributes.and("ref", prefixes.of(attribute.name()));
    } else {
      boolean isQualified = !isGlobal && !attribute.name().getNamespaceURI().isEmpty();
      attributes
          .and("name", attribute.name().getLocalPart())
          .and("type", isNamed ? prefixes.reference(attribute.type()) : null)
          .and("form", isQualified ? "qualified" : null);
    }
    attributes.and("use", attribute.required() ? "required" : null);
    value(attributes, attribute.value());
    xml.element(
        "xsd:attribute",
        attributes,
        () -> {
          doc(attribute.doc());
          if (!attribute.isReference()) {
            simpleTypes.inside(attribute.type());
          }
        });
  }

  private void group(Term.Group group, Attributes occurrence) {
    xml.element(
        "xsd:" + group.compositor().name().toLowerCase(Locale.ROOT),
        occurrence,
        () -> group.particles().forEach(this::particle));
  }

  private void particle(Particle particle) {
    Attributes occurrence =
        new Attributes()
            .and("minOccurs", particle.min() == 1 ? null : Integer.toString(particle.min()))
            .and("maxOccurs", maxOccurs(particle.max()));
    Term term = particle.term();
    if (term instanceof ElementDeclaration element) {
      element(element, occurrence, true);
    } else if (term instanceof Term.Group group) {
      group(group, occurrence);
    } else if (term instanceof Term.ElementReference reference) {
      referring("xsd:element", reference.name(), occurrence);
    } else if (term instanceof Term.GroupReference reference) {
      referring("xsd:group", reference.name(), occurrence);
    } else if (term instanceof Wildcard wildcard) {
      Attributes attributes = wildcard(wildcard);
      occurrence.forEach(attributes::and);
      xml.element("xsd:any", attributes);
    }
  }

  private Attributes wildcard(Wildcard wildcard) {
    return Attributes.of("namespace", namespaces(wildcard.namespaces()))
        .and("processContents", wildcard.processing().name().toLowerCase(Locale.ROOT));
  }

  private String namespaces(NamespaceConstraint constraint) {
    if (constraint.equals(NamespaceConstraint.ANY)) {
      return "##any";
    }
    if (constraint.equals(NamespaceConstraint.other(targetNamespace))) {
      return "##other";
    }
    if (constraint.isNegated()) {
      throw new IllegalArgumentException(
          "XML Schema 1.0 has no words for all namespaces but " + constraint.names());
    }
    return constraint.names().stream()
        .sorted()
        .map(name -> name.isEmpty() ? "##local" : name)
        .collect(Collectors.joining(" "));
  }

  private void referring(String element, QName name, Attributes occurrence) {
    Attributes attributes = Attributes.of("ref", prefixes.of(name));
    occurrence.forEach(attributes::and);
    xml.element(element, attributes);
  }

  private static @Nullable String maxOccurs(int max) {
    return max == 1 ? null : max == Particle.UNBOUNDED ? "unbounded" : Integer.toString(max);
  }
}
