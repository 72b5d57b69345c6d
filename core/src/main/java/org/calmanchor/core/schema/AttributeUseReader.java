package org.calmanchor.core.schema;

import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.jspecify.annotations.Nullable;

/** Reads attributes (XML Schema 1.0 part 1, section 3.2.2). */
final class AttributeUseReader {
  private final ComponentIndex index;
  private final SimpleTypeReader simpleTypes;

  AttributeUseReader(ComponentIndex index, SimpleTypeReader simpleTypes) {
    this.index = index;
    this.simpleTypes = simpleTypes;
  }

  ComponentIndex index() {
    return index;
  }

  /** A global attribute. */
  AttributeUse global(QName name, XmlNode node, SchemaScope scope) {
    return declaration(name, node, scope);
  }

  /** An attribute in a complex type; null if it is invalid. */
  @Nullable AttributeUse use(XmlNode node, SchemaScope scope) {
    String prefixed = node.attribute("ref");
    if (prefixed != null) {
      return reference(prefixed, node, scope);
    }
    String name = node.attribute("name");
    if (name == null || !Names.isNcName(name.strip())) {
      index.invalid(scope, node, "an attribute needs a name or ref.", "Write name=\"...\".");
      return null;
    }
    return declaration(scope.localAttribute(node, name.strip()), node, scope);
  }

  private AttributeUse declaration(QName name, XmlNode node, SchemaScope scope) {
    return new AttributeUse(
        name,
        type(node, scope),
        isRequired(node),
        value(node),
        false,
        Annotations.doc(node),
        Annotations.origin(node, scope));
  }

  private @Nullable AttributeUse reference(String prefixed, XmlNode node, SchemaScope scope) {
    QName name = index.referred(ComponentKind.ATTRIBUTE, scope, node, prefixed);
    ComponentIndex.Declared declared =
        name == null ? null : index.find(ComponentKind.ATTRIBUTE, name);
    if (name == null || declared == null) {
      return null;
    }
    AttributeUse global = global(name, declared.node(), declared.scope());
    ValueConstraint own = value(node);
    return new AttributeUse(
        name,
        global.type(),
        isRequired(node),
        own == null ? global.value() : own,
        true,
        Annotations.doc(node),
        Annotations.origin(node, scope));
  }

  private static boolean isRequired(XmlNode node) {
    return node.attributeOr("use", "optional").strip().equals("required");
  }

  /** The default or fixed value of an element or attribute; null if it has none. */
  static @Nullable ValueConstraint value(XmlNode node) {
    String fixed = node.attribute("fixed");
    String byDefault = node.attribute("default");
    return fixed != null
        ? ValueConstraint.fixed(fixed)
        : byDefault == null ? null : ValueConstraint.byDefault(byDefault);
  }

  private TypeUse type(XmlNode node, SchemaScope scope) {
    String prefixed = node.attribute("type");
    if (prefixed != null) {
      return simpleTypes.named(node, scope, prefixed);
    }
    XmlNode inner = node.child(Names.XSD, "simpleType");
    return inner == null
        ? TypeUse.named(Names.xsd("anySimpleType"))
        : simpleTypes.read(inner, scope, null);
  }
}
