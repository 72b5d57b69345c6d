package org.calmanchor.core.wsdl;

import javax.xml.namespace.QName;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Writes simple types (XML Schema 1.0 part 2, section 4.1.2). */
final class SimpleTypeWriter {
  private final XmlText xml;
  private final DocumentPrefixes prefixes;

  SimpleTypeWriter(XmlText xml, DocumentPrefixes prefixes) {
    this.xml = xml;
    this.prefixes = prefixes;
  }

  void write(SimpleType type) {
    xml.element(
        "xsd:simpleType",
        new Attributes().and("name", local(type.name())),
        () -> {
          doc(type.doc());
          variety(type.variety());
        });
  }

  private void variety(SimpleType.Variety variety) {
    if (variety instanceof SimpleType.Restriction restriction) {
      xml.element(
          "xsd:restriction",
          new Attributes().and("base", reference(restriction.base())),
          () -> {
            inside(restriction.base());
            boolean isName = prefixes.isName(restriction.base());
            restriction.facets().forEach(facet -> facet(facet, isName));
          });
    } else if (variety instanceof SimpleType.ListOf list) {
      xml.element(
          "xsd:list",
          new Attributes().and("itemType", reference(list.item())),
          () -> inside(list.item()));
    } else if (variety instanceof SimpleType.UnionOf union) {
      // Anonymous members come behind the named ones, so a union has them in this order.
      String named =
          String.join(
              " ",
              union.members().stream()
                  .filter(TypeUse.Named.class::isInstance)
                  .map(prefixes::reference)
                  .toList());
      xml.element(
          "xsd:union",
          new Attributes().and("memberTypes", named.isEmpty() ? null : named),
          () -> union.members().forEach(this::inside));
    }
  }

  /** Writes the definition of an anonymous type; nothing for a named one. */
  void inside(TypeUse use) {
    if (use instanceof SimpleType type) {
      write(type);
    }
  }

  private @Nullable String reference(TypeUse use) {
    return use instanceof TypeUse.Named ? prefixes.reference(use) : null;
  }

  private void facet(Facet facet, boolean isName) {
    boolean isPrefixed = isName && facet.kind() == Facet.Kind.ENUMERATION;
    xml.element(
        "xsd:" + facet.kind().element(),
        Attributes.of(
            "value", isPrefixed ? prefixes.of(QName.valueOf(facet.value())) : facet.value()),
        () -> doc(facet.doc()));
  }

  void doc(String doc) {
    if (!doc.isEmpty()) {
      xml.element("xsd:annotation", Attributes.NONE, () -> xml.text("xsd:documentation", doc));
    }
  }

  static @Nullable String local(@Nullable QName name) {
    return name == null ? null : name.getLocalPart();
  }
}
