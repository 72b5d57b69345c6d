package org.calmanchor.core.simple;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Predicate;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;

/**
 * The rules of a contract's simple types, built-in ones included. Not safe for several threads; the
 * rules are.
 */
public final class SimpleTypes {
  private final Contract contract;
  private final Map<QName, SimpleRule> named = new HashMap<>();

  /** Creates the rules of {@code contract}'s types; each is made when it is asked for. */
  public SimpleTypes(Contract contract) {
    this.contract = contract;
  }

  /**
   * The rule of a simple type.
   *
   * @throws IllegalArgumentException when it is no simple type, or a facet does not fit; says why
   */
  public SimpleRule of(TypeUse use) {
    if (use instanceof TypeUse.Named reference) {
      SimpleRule known = named.get(reference.name());
      if (known == null) {
        known =
            contract.type(reference.name()) instanceof SimpleType type
                ? rule(type)
                : builtIn(reference.name());
        named.put(reference.name(), known);
      }
      return known;
    }
    if (use instanceof SimpleType type) {
      return rule(type);
    }
    throw new IllegalArgumentException(use + " is no simple type");
  }

  private SimpleRule rule(SimpleType type) {
    SimpleType.Variety variety = type.variety();
    if (variety instanceof SimpleType.ListOf list) {
      return SimpleRule.listOf(of(list.item()));
    }
    if (variety instanceof SimpleType.UnionOf union) {
      return SimpleRule.unionOf(union.members().stream().map(this::of).toList());
    }
    SimpleType.Restriction restriction = (SimpleType.Restriction) variety;
    return FacetChecks.restrict(of(restriction.base()), restriction.facets());
  }

  private SimpleRule builtIn(QName name) {
    String local = name.getLocalPart();
    QName item = BuiltIns.item(name);
    if (item != null) {
      return FacetChecks.restrict(
          SimpleRule.listOf(of(TypeUse.named(item))),
          List.of(new Facet(Facet.Kind.MIN_LENGTH, "1")));
    }
    if (local.equals("anySimpleType")) {
      return SimpleRule.any();
    }
    QName base = BuiltIns.isSimple(name) ? BuiltIns.base(name) : null;
    if (base == null) {
      throw new IllegalArgumentException(name + " is no simple type");
    }
    if (local.equals(BuiltIns.primitive(name))) {
      return SimpleRule.primitive(
          local, local.equals("string") ? WhiteSpace.PRESERVE : WhiteSpace.COLLAPSE);
    }
    return narrowed(local, of(TypeUse.named(base)));
  }

  /** A built-in type that restricts another one (section 3.3). */
  private static SimpleRule narrowed(String local, SimpleRule base) {
    return switch (local) {
      case "normalizedString" -> base.checked(null, WhiteSpace.REPLACE, List.of(), List.of());
      case "token" -> base.checked(null, WhiteSpace.COLLAPSE, List.of(), List.of());
      case "language" ->
          patterned(base, "a language as in en-GB", "[a-zA-Z]{1,8}(-[a-zA-Z0-9]{1,8})*");
      case "Name" -> named(base, "a name", text -> Names.isNcName(text.replace(':', '_')));
      case "NCName", "ID", "IDREF" -> named(base, "a name without colon", Names::isNcName);
      case "ENTITY" ->
          named(base, "no entity, because a message cannot declare any", text -> false);
      case "NMTOKEN" ->
          named(
              base,
              "a name token",
              text -> !text.isEmpty() && Names.isNcName("_" + text.replace(':', '_')));
      case "integer" -> patterned(base, "a whole number", "[\\-+]?[0-9]+");
      default -> bounded(base, local);
    };
  }

  private static SimpleRule patterned(SimpleRule base, String form, String pattern) {
    PatternFacet facet = new PatternFacet(List.of(new Facet(Facet.Kind.PATTERN, pattern)));
    return base.checked(form, base.whiteSpace(), List.of(facet.saying(form)), List.of());
  }

  private static SimpleRule named(SimpleRule base, String form, Predicate<String> isOne) {
    return base.checked(
        form,
        base.whiteSpace(),
        List.of(),
        List.of(
            value -> {
              if (!isOne.test(value.toString())) {
                throw LexicalException.constrained(form);
              }
            }));
  }

  private static SimpleRule bounded(SimpleRule base, String local) {
    return FacetChecks.restrict(base, ownBounds(local));
  }

  /**
   * The bounds of a built-in type of whole numbers, those of its bases included; empty if it has
   * none.
   */
  public static List<Facet> bounds(QName builtIn) {
    List<Facet> facets = new ArrayList<>();
    QName at = builtIn;
    while (at != null && BOUNDS.containsKey(at.getLocalPart())) {
      facets.addAll(ownBounds(at.getLocalPart()));
      at = BuiltIns.base(at);
    }
    return facets;
  }

  private static List<Facet> ownBounds(String local) {
    String[] bounds = Objects.requireNonNull(BOUNDS.get(local), local);
    List<Facet> facets = new ArrayList<>();
    if (!bounds[0].isEmpty()) {
      facets.add(new Facet(Facet.Kind.MIN_INCLUSIVE, bounds[0]));
    }
    if (!bounds[1].isEmpty()) {
      facets.add(new Facet(Facet.Kind.MAX_INCLUSIVE, bounds[1]));
    }
    return facets;
  }

  private static final Map<String, String[]> BOUNDS =
      Map.ofEntries(
          bounds("nonPositiveInteger", "", "0"),
          bounds("negativeInteger", "", "-1"),
          bounds("long", "-9223372036854775808", "9223372036854775807"),
          bounds("int", "-2147483648", "2147483647"),
          bounds("short", "-32768", "32767"),
          bounds("byte", "-128", "127"),
          bounds("nonNegativeInteger", "0", ""),
          bounds("unsignedLong", "", "18446744073709551615"),
          bounds("unsignedInt", "", "4294967295"),
          bounds("unsignedShort", "", "65535"),
          bounds("unsignedByte", "", "255"),
          bounds("positiveInteger", "1", ""));

  private static Map.Entry<String, String[]> bounds(String type, String least, String most) {
    return Map.entry(type, new String[] {least, most});
  }
}
