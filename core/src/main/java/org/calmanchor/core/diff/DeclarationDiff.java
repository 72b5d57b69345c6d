package org.calmanchor.core.diff;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.calmanchor.core.diff.Finding.Kind;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.outline.TypeNames;
import org.jspecify.annotations.Nullable;

/**
 * Compares declarations of one name, and collects what differs. The structures of which they are
 * are only collected.
 */
final class DeclarationDiff {
  private final Contract old;
  private final Contract now;
  private final TypeNames oldNames;
  private final TypeNames nowNames;
  private final SimpleInclusion forward;
  private final SimpleInclusion backward;
  private final List<Finding> findings = new ArrayList<>();
  private final Map<String, TypePair> inner = new LinkedHashMap<>();

  DeclarationDiff(Contract old, Contract now) {
    this.old = old;
    this.now = now;
    this.oldNames = new TypeNames(old);
    this.nowNames = new TypeNames(now);
    this.forward = new SimpleInclusion(old, now);
    this.backward = new SimpleInclusion(now, old);
  }

  List<Finding> findings() {
    return findings;
  }

  /** The structures of the members, by the members' names; those of derived types are not named. */
  Map<String, TypePair> inner() {
    return inner;
  }

  /** Compares what two elements of one name are, wherever they stand. */
  void elements(ElementDeclaration was, ElementDeclaration is) {
    String name = is.name().getLocalPart();
    String place = is.origin().place();
    if (was.nillable() != is.nillable()) {
      add(
          name,
          Kind.NILLABLE,
          allowed(was.nillable()),
          allowed(is.nillable()),
          was.nillable(),
          is.nillable(),
          place);
    }
    values(was, is);
    Set<?> before = was.substitution().blocked();
    Set<?> after = is.substitution().blocked();
    if (!before.equals(after)) {
      add(
          name,
          Kind.BLOCKED,
          before.toString(),
          after.toString(),
          !before.containsAll(after),
          !after.containsAll(before),
          place);
    }
    types(name, was.type(), is.type(), place);
  }

  /** An empty element has its default or fixed value, so each change narrows and widens. */
  private void values(ElementDeclaration was, ElementDeclaration is) {
    if (!Objects.equals(was.value(), is.value())) {
      add(
          is.name().getLocalPart(),
          Kind.VALUE,
          words(was.value()),
          words(is.value()),
          true,
          true,
          is.origin().place());
    }
  }

  static String words(@Nullable ValueConstraint value) {
    return value == null
        ? "none"
        : value.isFixed() ? "always " + value.lexical() : value.lexical() + " if absent";
  }

  /** Compares two types; those of structures are collected. */
  void types(String name, TypeUse was, TypeUse is, String place) {
    boolean wasComplex = old.definition(was) instanceof ComplexType;
    boolean isComplex = now.definition(is) instanceof ComplexType;
    if (wasComplex && isComplex) {
      ComplexType one = (ComplexType) old.definition(was);
      ComplexType other = (ComplexType) now.definition(is);
      if (one != null && other != null) {
        inner.put(name, new TypePair(one, other));
      }
    } else if (wasComplex || isComplex) {
      String before = wasComplex ? "a structure" : described(old, oldNames, was);
      String after = isComplex ? "a structure" : described(now, nowNames, is);
      add(name, Kind.TYPE, before, after, true, true, place);
    } else if (isAnyType(was) != isAnyType(is)) {
      add(
          name,
          Kind.TYPE,
          described(old, oldNames, was),
          described(now, nowNames, is),
          isAnyType(was),
          isAnyType(is),
          place);
    } else if (!isAnyType(was)) {
      simple(name, was, is, place);
    }
  }

  private static boolean isAnyType(TypeUse type) {
    return type instanceof TypeUse.Named named && named.name().equals(Names.xsd("anyType"));
  }

  private void simple(String name, TypeUse was, TypeUse is, String place) {
    boolean narrows = !forward.holds(was, is);
    boolean widens = !backward.holds(is, was);
    String before = described(old, oldNames, was);
    String after = described(now, nowNames, is);
    boolean isSame = before.equals(after);
    if ((narrows || widens) && !(isSame && isStructurallyEqual(was, is))) {
      add(name, Kind.TYPE, before, after, narrows, widens, place);
    }
  }

  /** Types that are made in the same way have the same values, even if that cannot be proven. */
  private boolean isStructurallyEqual(TypeUse was, TypeUse is) {
    SimpleInclusion.Facets one = SimpleInclusion.Facets.of(old, was);
    SimpleInclusion.Facets other = SimpleInclusion.Facets.of(now, is);
    List<TypeUse> before = one.parts();
    List<TypeUse> after = other.parts();
    boolean isSame = one.isSameBut(other) && before.size() == after.size();
    for (int i = 0; isSame && i < before.size(); i++) {
      isSame = isStructurallyEqual(before.get(i), after.get(i));
    }
    return isSame;
  }

  private static String described(Contract contract, TypeNames names, TypeUse type) {
    List<String> words = new ArrayList<>(List.of(names.shown(type)));
    words.addAll(names.facets(type));
    List<String> values = names.values(type).stream().map(each -> each.value()).toList();
    if (!values.isEmpty()) {
      words.add("one of " + String.join(" ", values));
    }
    SimpleInclusion.Facets.of(contract, type)
        .patterns()
        .forEach(pattern -> words.add("pattern " + pattern));
    return String.join(", ", words);
  }

  /** Compares what is allowed of any name. */
  void wildcards(String name, @Nullable Wildcard was, @Nullable Wildcard is) {
    if (was == null ? is == null : was.equals(is)) {
      return;
    }
    boolean narrows =
        was != null
            && (is == null
                || !is.namespaces().union(was.namespaces()).equals(is.namespaces())
                || is.processing().compareTo(was.processing()) < 0);
    boolean widens =
        is != null
            && (was == null
                || !was.namespaces().union(is.namespaces()).equals(was.namespaces())
                || was.processing().compareTo(is.processing()) < 0);
    add(name, Kind.WILDCARD, words(was), words(is), narrows, widens, "");
  }

  private static String words(@Nullable Wildcard wildcard) {
    if (wildcard == null) {
      return "none";
    }
    String names = String.join(" ", wildcard.namespaces().names().stream().sorted().toList());
    String namespaces =
        names.isEmpty() ? "any" : wildcard.namespaces().isNegated() ? "not " + names : names;
    return namespaces + " (" + wildcard.processing().name().toLowerCase(Locale.ROOT) + ")";
  }

  static String allowed(boolean is) {
    return is ? "allowed" : "not allowed";
  }

  void add(
      String member,
      Kind kind,
      String was,
      String is,
      boolean narrows,
      boolean widens,
      String place) {
    findings.add(new Finding(member, kind, was, is, narrows, widens, place));
  }

  /** The old type of an element in words. */
  String oldType(ElementDeclaration element) {
    return type(old, oldNames, element);
  }

  /** The new type of an element in words. */
  String nowType(ElementDeclaration element) {
    return type(now, nowNames, element);
  }

  private static String type(Contract contract, TypeNames names, ElementDeclaration element) {
    return contract.definition(element.type()) instanceof ComplexType
        ? names.shown(element.type())
        : described(contract, names, element.type());
  }

  /** The old type of an attribute in words. */
  String oldType(AttributeUse attribute) {
    return described(old, oldNames, attribute.type());
  }

  /** The new type of an attribute in words. */
  String nowType(AttributeUse attribute) {
    return described(now, nowNames, attribute.type());
  }
}
