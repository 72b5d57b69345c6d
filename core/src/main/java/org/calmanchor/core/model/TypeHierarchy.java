package org.calmanchor.core.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * What complex types inherit from their base types (XML Schema 1.0 part 1, section 3.4.2), and what
 * may take the place of a type or an element.
 */
final class TypeHierarchy {
  private static final Comparator<QName> BY_NAME =
      Comparator.comparing(QName::getNamespaceURI).thenComparing(QName::getLocalPart);

  private final Map<QName, TypeDefinition> types;
  private final Map<QName, List<ComplexType>> derived = new HashMap<>();
  private final Map<QName, List<ElementDeclaration>> groupMembers = new HashMap<>();

  TypeHierarchy(Map<QName, TypeDefinition> types, Map<QName, ElementDeclaration> elements) {
    this.types = types;
    for (TypeDefinition type : types.values()) {
      if (type instanceof ComplexType complex && complex.base() != null) {
        derived.computeIfAbsent(complex.base(), base -> new ArrayList<>()).add(complex);
      }
    }
    for (ElementDeclaration element : elements.values()) {
      QName head = element.substitution().head();
      if (head != null) {
        groupMembers.computeIfAbsent(head, name -> new ArrayList<>()).add(element);
      }
    }
  }

  /** The complex type from which {@code type} is derived; null if it is from none. */
  @Nullable ComplexType base(ComplexType type) {
    QName base = type.base();
    if (base == null) {
      return null;
    }
    if (base.equals(ComplexType.ANY_TYPE.name())) {
      return ComplexType.ANY_TYPE;
    }
    if (types.get(base) instanceof ComplexType complex) {
      return complex;
    }
    throw new IllegalArgumentException("the contract has no complex type " + base);
  }

  private @Nullable ComplexType extended(ComplexType type) {
    return type.derivation() != null && type.derivation().isExtension() ? base(type) : null;
  }

  /** The content with all that an extension inherits. */
  ComplexType.Content content(ComplexType type) {
    ComplexType base = extended(type);
    if (base == null
        || !(type.content() instanceof ComplexType.Elements own)
        || !(content(base) instanceof ComplexType.Elements inherited)) {
      return type.content();
    }
    if (inherited.particle() == null || own.particle() == null) {
      Particle only = own.particle() == null ? inherited.particle() : own.particle();
      return new ComplexType.Elements(only, own.mixed() || inherited.mixed());
    }
    List<Particle> both = List.of(inherited.particle(), own.particle());
    return new ComplexType.Elements(
        new Particle(new Term.Group(Term.Compositor.SEQUENCE, both), 1, 1),
        own.mixed() || inherited.mixed());
  }

  /** The attributes with those that are inherited. */
  List<AttributeUse> attributes(ComplexType type) {
    ComplexType base = base(type);
    if (base == null) {
      return type.attributes();
    }
    Map<QName, AttributeUse> all = new LinkedHashMap<>();
    attributes(base).forEach(attribute -> all.put(attribute.name(), attribute));
    type.withheld().forEach(all::remove);
    type.attributes().forEach(attribute -> all.put(attribute.name(), attribute));
    return List.copyOf(all.values());
  }

  /** The attribute wildcard with what an extension inherits; null if there is none. */
  @Nullable Wildcard anyAttribute(ComplexType type) {
    ComplexType base = extended(type);
    Wildcard inherited = base == null ? null : anyAttribute(base);
    Wildcard own = type.anyAttribute();
    if (inherited == null || own == null) {
      return own == null ? inherited : own;
    }
    return new Wildcard(own.namespaces().union(inherited.namespaces()), own.processing());
  }

  List<ComplexType> derived(ComplexType type) {
    if (type.name() == null || derived.isEmpty()) {
      return List.of();
    }
    List<ComplexType> all = new ArrayList<>();
    collect(type, type.blocked(), all);
    all.sort(Comparator.comparing(each -> nameOf(each), BY_NAME));
    return all;
  }

  private void collect(
      ComplexType type, Set<Derivation.Method> blocked, List<ComplexType> collected) {
    for (ComplexType each : derived.getOrDefault(nameOf(type), List.of())) {
      Derivation derivation = each.derivation();
      if (derivation != null && !blocked.contains(derivation.method())) {
        collected.add(each);
        collect(each, blocked, collected);
      }
    }
  }

  private static QName nameOf(ComplexType type) {
    QName name = type.name();
    if (name == null) {
      throw new IllegalArgumentException("nothing derives from an anonymous type");
    }
    return name;
  }

  /** How {@code type} was made from {@code ancestor}; null if it was not. */
  @Nullable Set<Derivation.Method> methods(ComplexType type, ComplexType ancestor) {
    Set<Derivation.Method> methods = new HashSet<>();
    ComplexType at = type;
    while (at != null && !at.equals(ancestor)) {
      Derivation derivation = at.derivation();
      methods.add(derivation == null ? Derivation.Method.RESTRICTION : derivation.method());
      at = base(at);
    }
    return at == null ? null : methods;
  }

  /** The elements that may stand in the place of {@code head}, abstract ones left out. */
  List<ElementDeclaration> substitutes(ElementDeclaration head, TypeLookup definitions) {
    if (groupMembers.isEmpty()
        || head.substitution().blocked().contains(Derivation.Method.SUBSTITUTION)) {
      return List.of();
    }
    List<ElementDeclaration> all = new ArrayList<>();
    Set<QName> seen = new HashSet<>(Set.of(head.name()));
    collect(head, head, definitions, seen, all);
    all.sort(Comparator.comparing(ElementDeclaration::name, BY_NAME));
    return all;
  }

  private void collect(
      ElementDeclaration of,
      ElementDeclaration head,
      TypeLookup definitions,
      Set<QName> seen,
      List<ElementDeclaration> collected) {
    for (ElementDeclaration member : groupMembers.getOrDefault(of.name(), List.of())) {
      if (!seen.add(member.name())) {
        continue;
      }
      if (!member.substitution().isAbstract() && !isBlocked(member, head, definitions)) {
        collected.add(member);
      }
      collect(member, head, definitions, seen, collected);
    }
  }

  /** Whether the head, or its type, blocks a derivation that made the member's type. */
  private boolean isBlocked(
      ElementDeclaration member, ElementDeclaration head, TypeLookup definitions) {
    if (!(definitions.of(head.type()) instanceof ComplexType headType)) {
      return head.substitution().blocked().contains(Derivation.Method.RESTRICTION)
          && !member.type().equals(head.type());
    }
    if (!(definitions.of(member.type()) instanceof ComplexType memberType)) {
      return false;
    }
    Set<Derivation.Method> methods = methods(memberType, headType);
    return methods != null
        && methods.stream()
            .anyMatch(
                method ->
                    head.substitution().blocked().contains(method)
                        || headType.blocked().contains(method));
  }

  /** Finds the definition of a type that is used; null for a built-in one. */
  interface TypeLookup {
    @Nullable TypeDefinition of(TypeUse use);
  }
}
