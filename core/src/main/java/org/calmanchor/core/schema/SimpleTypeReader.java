package org.calmanchor.core.schema;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Reads simple types (XML Schema 1.0 part 2, section 4.1.2). */
final class SimpleTypeReader {
  private static final Map<String, Facet.Kind> FACETS =
      Stream.of(Facet.Kind.values())
          .collect(Collectors.toUnmodifiableMap(Facet.Kind::element, Function.identity()));

  private static final TypeUse ANY = TypeUse.named(Names.xsd("anySimpleType"));

  private final ComponentIndex index;

  SimpleTypeReader(ComponentIndex index) {
    this.index = index;
  }

  SimpleType read(XmlNode node, SchemaScope scope, @Nullable QName name) {
    return new SimpleType(
        name, variety(node, scope), Annotations.doc(node), Annotations.origin(node, scope));
  }

  private SimpleType.Variety variety(XmlNode node, SchemaScope scope) {
    XmlNode restriction = node.child(Names.XSD, "restriction");
    if (restriction != null) {
      TypeUse base = reference(restriction, scope, "base");
      return new SimpleType.Restriction(base, facets(restriction, scope, base));
    }
    XmlNode list = node.child(Names.XSD, "list");
    if (list != null) {
      return new SimpleType.ListOf(reference(list, scope, "itemType"));
    }
    XmlNode union = node.child(Names.XSD, "union");
    if (union != null) {
      return new SimpleType.UnionOf(members(union, scope));
    }
    index.invalid(
        scope,
        node,
        "a simple type needs a restriction, a list or a union.",
        "Write one of them in it.");
    return new SimpleType.Restriction(ANY, List.of());
  }

  private List<TypeUse> members(XmlNode union, SchemaScope scope) {
    List<TypeUse> members = new ArrayList<>();
    for (String prefixed : words(union.attributeOr("memberTypes", ""))) {
      members.add(named(union, scope, prefixed));
    }
    for (XmlNode inner : union.children(Names.XSD, "simpleType")) {
      members.add(read(inner, scope, null));
    }
    return members;
  }

  static List<String> words(String text) {
    return Stream.of(text.strip().split("\\s+")).filter(word -> !word.isEmpty()).toList();
  }

  /** The simple type that an attribute names, or the one inside. */
  private TypeUse reference(XmlNode node, SchemaScope scope, String attribute) {
    String prefixed = node.attribute(attribute);
    if (prefixed != null) {
      return named(node, scope, prefixed);
    }
    XmlNode inner = node.child(Names.XSD, "simpleType");
    if (inner != null) {
      return read(inner, scope, null);
    }
    index.invalid(
        scope,
        node,
        "neither " + attribute + " nor a simple type inside says the type.",
        "Write one of them.");
    return ANY;
  }

  /** The simple type that {@code prefixed} names. */
  TypeUse named(XmlNode node, SchemaScope scope, String prefixed) {
    QName name = index.referred(ComponentKind.TYPE, scope, node, prefixed);
    if (name == null) {
      return ANY;
    }
    if (!isSimple(name)) {
      index.invalid(
          scope, node, name.getLocalPart() + " is not a simple type.", "Name a simple type here.");
      return ANY;
    }
    return TypeUse.named(name);
  }

  boolean isSimple(QName name) {
    ComponentIndex.Declared declared = index.find(ComponentKind.TYPE, name);
    return declared == null ? BuiltIns.isSimple(name) : isSimple(declared.node());
  }

  static boolean isSimple(XmlNode node) {
    return node.name().getLocalPart().equals("simpleType");
  }

  /** The facets inside a restriction of {@code base}. */
  List<Facet> facets(XmlNode restriction, SchemaScope scope, TypeUse base) {
    List<Facet> facets = new ArrayList<>();
    for (XmlNode node : restriction.childrenIn(Names.XSD)) {
      Facet.Kind kind = FACETS.get(node.name().getLocalPart());
      if (kind == null) {
        continue;
      }
      String value = node.attribute("value");
      if (value == null) {
        index.invalid(
            scope,
            node,
            "the facet " + kind.element().toLowerCase(Locale.ROOT) + " has no value.",
            "Write value=\"...\".");
        continue;
      }
      boolean isName = kind == Facet.Kind.ENUMERATION && isQualifiedName(base);
      facets.add(
          new Facet(
              kind, isName ? scope.resolve(node, value).toString() : value, Annotations.doc(node)));
    }
    return facets;
  }

  private boolean isQualifiedName(TypeUse base) {
    TypeUse at = base;
    for (int depth = 0; depth < 100; depth++) {
      if (at instanceof TypeUse.Named named) {
        ComponentIndex.Declared declared = index.find(ComponentKind.TYPE, named.name());
        if (declared == null) {
          return named.name().equals(Names.xsd("QName"))
              || named.name().equals(Names.xsd("NOTATION"));
        }
        XmlNode restriction = declared.node().child(Names.XSD, "restriction");
        String prefixed = restriction == null ? null : restriction.attribute("base");
        if (prefixed == null) {
          return false;
        }
        at = TypeUse.named(declared.scope().resolve(declared.node(), prefixed));
      } else if (at instanceof SimpleType simple
          && simple.variety() instanceof SimpleType.Restriction restriction) {
        at = restriction.base();
      } else {
        return false;
      }
    }
    return false;
  }
}
