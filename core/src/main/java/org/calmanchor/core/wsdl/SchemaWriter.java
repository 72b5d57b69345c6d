package org.calmanchor.core.wsdl;

import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Writes one schema (XML Schema 1.0 part 1), with the prefixes of the document around it. */
final class SchemaWriter {
  private final XmlText xml;
  private final DocumentPrefixes prefixes;
  private String targetNamespace = "";

  SchemaWriter(XmlText xml, DocumentPrefixes prefixes) {
    this.xml = xml;
    this.prefixes = prefixes;
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
    attributes.and("elementFormDefault", "qualified").and("targetNamespace", targetNamespace);
    xml.element(
        "xsd:schema",
        attributes,
        () -> {
          imports(schema, location);
          schema.elements().forEach(element -> element(element, Attributes.NONE, true));
          schema.types().forEach(this::type);
          for (Schema.NamedGroup group : schema.groups()) {
            xml.element(
                "xsd:group", Attributes.of("name", group.name()), () -> group(group.group()));
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
                Attributes.of("namespace", other).and("schemaLocation", location.apply(other))));
  }

  private void element(ElementDeclaration element, Attributes occurrence, boolean isGlobal) {
    Attributes attributes = Attributes.of("name", element.name().getLocalPart());
    boolean isNamed = element.type() instanceof TypeUse.Named;
    attributes.and("type", isNamed ? reference(element.type()) : null);
    occurrence.forEach(attributes::and);
    attributes.and("nillable", element.nillable() ? "true" : null);
    boolean isUnqualified = !isGlobal && element.name().getNamespaceURI().isEmpty();
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

  private void doc(String doc) {
    if (!doc.isEmpty()) {
      xml.element("xsd:annotation", Attributes.NONE, () -> xml.text("xsd:documentation", doc));
    }
  }

  private String reference(TypeUse use) {
    return prefixes.of(((TypeUse.Named) use).name());
  }

  private static @Nullable String local(@Nullable QName name) {
    return name == null ? null : name.getLocalPart();
  }

  private void type(TypeDefinition type) {
    if (type instanceof SimpleType simple) {
      simple(simple);
    } else {
      complex((ComplexType) type);
    }
  }

  private void simple(SimpleType type) {
    xml.element(
        "xsd:simpleType",
        new Attributes().and("name", local(type.name())),
        () -> {
          doc(type.doc());
          SimpleType.Variety variety = type.variety();
          if (variety instanceof SimpleType.Restriction restriction) {
            xml.element(
                "xsd:restriction",
                Attributes.of("base", reference(restriction.base())),
                () -> restriction.facets().forEach(this::facet));
          } else if (variety instanceof SimpleType.ListOf list) {
            xml.element("xsd:list", Attributes.of("itemType", reference(list.item())));
          } else if (variety instanceof SimpleType.UnionOf union) {
            xml.element(
                "xsd:union",
                Attributes.of(
                    "memberTypes",
                    String.join(" ", union.members().stream().map(this::reference).toList())));
          }
        });
  }

  private void facet(Facet facet) {
    xml.element(
        "xsd:" + facet.kind().element(),
        Attributes.of("value", facet.value()),
        () -> doc(facet.doc()));
  }

  private void complex(ComplexType type) {
    boolean isMixed = type.content() instanceof ComplexType.Elements e && e.mixed();
    xml.element(
        "xsd:complexType",
        new Attributes()
            .and("name", local(type.name()))
            .and("abstract", type.isAbstract() ? "true" : null)
            .and("mixed", isMixed ? "true" : null),
        () -> {
          doc(type.doc());
          if (type.content() instanceof ComplexType.Text text) {
            derivation("xsd:simpleContent", reference(text.type()), () -> attributes(type));
          } else if (type.content() instanceof ComplexType.Elements elements) {
            Runnable content =
                () -> {
                  group(elements.group());
                  attributes(type);
                };
            if (elements.base() == null) {
              content.run();
            } else {
              derivation("xsd:complexContent", prefixes.of(elements.base()), content);
            }
          }
        });
  }

  private void derivation(String kind, String base, Runnable content) {
    xml.element(
        kind,
        Attributes.NONE,
        () -> xml.element("xsd:extension", Attributes.of("base", base), content));
  }

  private void attributes(ComplexType type) {
    for (AttributeUse attribute : type.attributes()) {
      boolean isNamed = attribute.type() instanceof TypeUse.Named;
      xml.element(
          "xsd:attribute",
          Attributes.of("name", attribute.name().getLocalPart())
              .and("type", isNamed ? reference(attribute.type()) : null)
              .and("use", attribute.required() ? "required" : null)
              .and("default", attribute.defaultValue()),
          () -> {
            doc(attribute.doc());
            if (!isNamed) {
              type((TypeDefinition) attribute.type());
            }
          });
    }
  }

  private void group(Term.Group group) {
    group(group, Attributes.NONE);
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
      element(element, occurrence, false);
    } else if (term instanceof Term.Group group) {
      group(group, occurrence);
    } else if (term instanceof Term.ElementReference reference) {
      referring("xsd:element", reference.name(), occurrence);
    } else if (term instanceof Term.GroupReference reference) {
      referring("xsd:group", reference.name(), occurrence);
    } else if (term instanceof Term.Any any) {
      Attributes attributes = Attributes.of("namespace", any.namespaces());
      attributes.and("processContents", any.processContents());
      occurrence.forEach(attributes::and);
      xml.element("xsd:any", attributes);
    }
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
