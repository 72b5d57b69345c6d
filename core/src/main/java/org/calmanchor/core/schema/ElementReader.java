package org.calmanchor.core.schema;

import java.util.EnumSet;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.NamespaceConstraint;
import org.calmanchor.core.model.Substitution;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.Wildcard;
import org.jspecify.annotations.Nullable;

/** Reads elements (XML Schema 1.0 part 1, section 3.3.2). */
final class ElementReader {
  private static final TypeUse ANY_TYPE = TypeUse.named(Names.xsd("anyType"));
  private static final Set<String> IDENTITY = Set.of("unique", "key", "keyref");

  private final ComponentIndex index;
  private final SimpleTypeReader simpleTypes;
  private final ComplexTypeReader complexTypes;

  ElementReader(
      ComponentIndex index, SimpleTypeReader simpleTypes, ComplexTypeReader complexTypes) {
    this.index = index;
    this.simpleTypes = simpleTypes;
    this.complexTypes = complexTypes;
  }

  /** A global element. */
  ElementDeclaration global(QName name, XmlNode node, SchemaScope scope) {
    String prefixed = node.attribute("substitutionGroup");
    QName head =
        prefixed == null ? null : index.referred(ComponentKind.ELEMENT, scope, node, prefixed);
    return declaration(
        name,
        node,
        scope,
        new Substitution(head, isTrue(node, "abstract"), blocked(node, scope, index)));
  }

  /** An element in a content; null if it is invalid. */
  @Nullable Term local(XmlNode node, SchemaScope scope) {
    String prefixed = node.attribute("ref");
    if (prefixed != null) {
      if (scope.resolve(node, prefixed).getNamespaceURI().equals(Names.XSD)) {
        // Messages that carry their own schema refer to the element of XML Schema itself.
        return new Wildcard(NamespaceConstraint.of(Set.of(Names.XSD)), Wildcard.Processing.SKIP);
      }
      QName name = index.referred(ComponentKind.ELEMENT, scope, node, prefixed);
      return name == null ? null : new Term.ElementReference(name);
    }
    String name = node.attribute("name");
    if (name == null || !Names.isNcName(name.strip())) {
      index.invalid(scope, node, "an element needs a name or ref.", "Write name=\"...\".");
      return null;
    }
    return declaration(
        scope.localElement(node, name.strip()),
        node,
        scope,
        new Substitution(null, false, blocked(node, scope, index)));
  }

  private ElementDeclaration declaration(
      QName name, XmlNode node, SchemaScope scope, Substitution substitution) {
    for (XmlNode child : node.childrenIn(Names.XSD)) {
      if (IDENTITY.contains(child.name().getLocalPart())) {
        index
            .problems()
            .pass(
                scope.location(),
                child,
                "The identity constraint \""
                    + child.attributeOr("name", "")
                    + "\" is not checked: values that it forbids are let through.");
      }
    }
    return new ElementDeclaration(
        name,
        type(node, scope, new HashSet<>()),
        isTrue(node, "nillable"),
        AttributeUseReader.value(node),
        substitution,
        Annotations.doc(node),
        Annotations.origin(node, scope));
  }

  private TypeUse type(XmlNode node, SchemaScope scope, Set<QName> heads) {
    String prefixed = node.attribute("type");
    if (prefixed != null) {
      QName name = index.referred(ComponentKind.TYPE, scope, node, prefixed);
      return name == null ? ANY_TYPE : TypeUse.named(name);
    }
    XmlNode simple = node.child(Names.XSD, "simpleType");
    if (simple != null) {
      return simpleTypes.read(simple, scope, null);
    }
    XmlNode complex = node.child(Names.XSD, "complexType");
    if (complex != null) {
      return complexTypes.read(complex, scope, null);
    }
    return inherited(node, scope, heads);
  }

  /** Without a type of its own, an element has the type of the head of its substitution group. */
  private TypeUse inherited(XmlNode node, SchemaScope scope, Set<QName> heads) {
    String prefixed = node.attribute("substitutionGroup");
    if (prefixed == null) {
      return ANY_TYPE;
    }
    QName head = scope.resolve(node, prefixed);
    ComponentIndex.Declared declared = index.find(ComponentKind.ELEMENT, head);
    if (declared == null) {
      return ANY_TYPE;
    }
    if (!heads.add(head)) {
      index.invalid(
          scope,
          node,
          "the element would be the head of its own substitution group.",
          "Remove this substitutionGroup.");
      return ANY_TYPE;
    }
    return type(declared.node(), declared.scope(), heads);
  }

  static boolean isTrue(XmlNode node, String attribute) {
    String text = node.attributeOr(attribute, "false").strip();
    return text.equals("true") || text.equals("1");
  }

  /** The derivations that an element or type blocks. */
  static Set<Derivation.Method> blocked(XmlNode node, SchemaScope scope, ComponentIndex index) {
    boolean isType = node.name().getLocalPart().equals("complexType");
    String written =
        node.attributeOr("block", scope.schema().attributeOr("blockDefault", "")).strip();
    Set<Derivation.Method> blocked = EnumSet.noneOf(Derivation.Method.class);
    for (String word : SimpleTypeReader.words(written)) {
      switch (word) {
        case "#all" -> blocked.addAll(EnumSet.allOf(Derivation.Method.class));
        case "extension", "restriction", "substitution" ->
            blocked.add(Derivation.Method.valueOf(word.toUpperCase(Locale.ROOT)));
        case "list", "union" -> {
          // Allowed in blockDefault, but without a meaning there.
        }
        default ->
            index.invalid(
                scope,
                node,
                "block has \"" + word + "\".",
                "Write #all, or extension, restriction and substitution.");
      }
    }
    if (isType) {
      blocked.remove(Derivation.Method.SUBSTITUTION);
    }
    return blocked;
  }

  /** Whether the type of every element. */
  static boolean isAnyType(QName name) {
    return name.equals(ComplexType.ANY_TYPE.name());
  }
}
