package org.calmanchor.core.schema;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Reads complex types (XML Schema 1.0 part 1, section 3.4.2). */
final class ComplexTypeReader {
  private static final TypeUse ANY_SIMPLE = TypeUse.named(Names.xsd("anySimpleType"));

  private final ComponentIndex index;
  private final SimpleTypeReader simpleTypes;
  private final AttributeUseReader attributes;
  private final ElementReader elements;
  private final ParticleReader particles;

  ComplexTypeReader(ComponentIndex index) {
    this.index = index;
    this.simpleTypes = new SimpleTypeReader(index);
    this.attributes = new AttributeUseReader(index, simpleTypes);
    this.elements = new ElementReader(index, simpleTypes, this);
    this.particles = new ParticleReader(index, elements);
  }

  SimpleTypeReader simpleTypes() {
    return simpleTypes;
  }

  AttributeUseReader attributes() {
    return attributes;
  }

  ElementReader elements() {
    return elements;
  }

  ParticleReader particles() {
    return particles;
  }

  ComplexType read(XmlNode node, SchemaScope scope, @Nullable QName name) {
    XmlNode content = node.child(Names.XSD, "simpleContent");
    if (content == null) {
      content = node.child(Names.XSD, "complexContent");
    }
    if (content == null) {
      boolean isMixed = ElementReader.isTrue(node, "mixed");
      return type(
          node,
          scope,
          name,
          null,
          new ComplexType.Elements(particles.content(node, scope), isMixed),
          new AttributeUses(attributes).add(node, scope));
    }
    return derived(node, content, scope, name);
  }

  private ComplexType derived(
      XmlNode node, XmlNode content, SchemaScope scope, @Nullable QName name) {
    XmlNode extension = content.child(Names.XSD, "extension");
    XmlNode derivation = extension == null ? content.child(Names.XSD, "restriction") : extension;
    String prefixed = derivation == null ? null : derivation.attribute("base");
    if (derivation == null || prefixed == null) {
      index.invalid(
          scope,
          content,
          "the content needs an extension or restriction with a base.",
          "Write <extension base=\"...\"> in it.");
      return type(
          node,
          scope,
          name,
          null,
          new ComplexType.Elements(null, false),
          new AttributeUses(attributes));
    }
    QName base = index.referred(ComponentKind.TYPE, scope, derivation, prefixed);
    AttributeUses uses = new AttributeUses(attributes).add(derivation, scope);
    Derivation.Method method =
        extension == null ? Derivation.Method.RESTRICTION : Derivation.Method.EXTENSION;
    if (content.name().getLocalPart().equals("simpleContent")) {
      return simpleContent(node, scope, name, derivation, base, method, uses);
    }
    boolean isMixed =
        content.attribute("mixed") == null
            ? ElementReader.isTrue(node, "mixed")
            : ElementReader.isTrue(content, "mixed");
    if (base != null && simpleTypes.isSimple(base)) {
      index.invalid(
          scope,
          derivation,
          base.getLocalPart() + " is a simple type, which has no complex content.",
          "Write simpleContent instead of complexContent.");
      base = null;
    }
    boolean isFromAny =
        base == null || (ElementReader.isAnyType(base) && method == Derivation.Method.RESTRICTION);
    return type(
        node,
        scope,
        name,
        isFromAny || base == null ? null : new Derivation(base, method),
        new ComplexType.Elements(particles.content(derivation, scope), isMixed),
        uses);
  }

  private ComplexType simpleContent(
      XmlNode node,
      SchemaScope scope,
      @Nullable QName name,
      XmlNode derivation,
      @Nullable QName base,
      Derivation.Method method,
      AttributeUses uses) {
    if (base == null) {
      return type(node, scope, name, null, new ComplexType.Text(ANY_SIMPLE), uses);
    }
    boolean isExtension = method == Derivation.Method.EXTENSION;
    if (simpleTypes.isSimple(base)) {
      if (!isExtension) {
        index.invalid(
            scope,
            derivation,
            "a complex type cannot restrict the simple type " + base.getLocalPart() + ".",
            "Extend it, or restrict a complex type with simple content.");
      }
      return type(node, scope, name, null, new ComplexType.Text(TypeUse.named(base)), uses);
    }
    TypeUse text = isExtension ? textOf(base, new HashSet<>()) : null;
    if (text == null && !isExtension) {
      text = restricted(derivation, scope, base);
    }
    if (text == null) {
      index.invalid(
          scope,
          derivation,
          base.getLocalPart() + " has no simple content.",
          "Write complexContent instead of simpleContent.");
      text = ANY_SIMPLE;
    }
    return type(node, scope, name, new Derivation(base, method), new ComplexType.Text(text), uses);
  }

  /** The type of the text in a restriction; null if the base has no text. */
  private @Nullable TypeUse restricted(XmlNode restriction, SchemaScope scope, QName base) {
    XmlNode inner = restriction.child(Names.XSD, "simpleType");
    TypeUse from =
        inner == null ? textOf(base, new HashSet<>()) : simpleTypes.read(inner, scope, null);
    if (from == null) {
      return null;
    }
    List<Facet> facets = simpleTypes.facets(restriction, scope, from);
    return facets.isEmpty()
        ? from
        : new SimpleType(
            null,
            new SimpleType.Restriction(from, facets),
            "",
            Annotations.origin(restriction, scope));
  }

  /** The type of the text in a complex type with simple content; null if it has none. */
  private @Nullable TypeUse textOf(QName complex, Set<QName> seen) {
    ComponentIndex.Declared declared = index.find(ComponentKind.TYPE, complex);
    XmlNode content = declared == null ? null : declared.node().child(Names.XSD, "simpleContent");
    if (declared == null || content == null || !seen.add(complex)) {
      return null;
    }
    XmlNode extension = content.child(Names.XSD, "extension");
    XmlNode derivation = extension == null ? content.child(Names.XSD, "restriction") : extension;
    String prefixed = derivation == null ? null : derivation.attribute("base");
    if (derivation == null || prefixed == null) {
      return null;
    }
    QName base = declared.scope().resolve(derivation, prefixed);
    if (simpleTypes.isSimple(base)) {
      return TypeUse.named(base);
    }
    return extension == null ? restricted(derivation, declared.scope(), base) : textOf(base, seen);
  }

  private ComplexType type(
      XmlNode node,
      SchemaScope scope,
      @Nullable QName name,
      @Nullable Derivation derivation,
      ComplexType.Content content,
      AttributeUses uses) {
    boolean isRestriction = derivation != null && !derivation.isExtension();
    Origin origin = Annotations.origin(node, scope);
    return new ComplexType(
        name,
        derivation,
        content,
        uses.uses(),
        isRestriction ? uses.withheld() : Set.of(),
        uses.any(),
        ElementReader.isTrue(node, "abstract"),
        ElementReader.blocked(node, scope, index),
        Annotations.doc(node),
        origin);
  }
}
