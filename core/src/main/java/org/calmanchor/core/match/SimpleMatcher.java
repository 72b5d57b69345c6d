package org.calmanchor.core.match;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.simple.SimpleExamples;
import org.calmanchor.core.simple.SimpleTypes;
import org.jspecify.annotations.Nullable;

/** Matches simple Java values with simple types of the document. */
final class SimpleMatcher {
  private static final QName STRING = Names.xsd("string");

  private final Contract code;
  private final Contract document;
  private final SimpleTypes rules;
  private final SimpleExamples examples;
  private final Differences differences;

  SimpleMatcher(Contract code, Contract document, Differences differences) {
    this.code = code;
    this.document = document;
    this.rules = new SimpleTypes(document);
    this.examples = new SimpleExamples(document);
    this.differences = differences;
  }

  /**
   * The form that holds exactly the values of {@code wanted}; the given one if there is a
   * difference, which is reported.
   *
   * @param given the type that the code has on its own
   * @param constraint the default or fixed value in the document, or null
   */
  JavaForm match(
      JavaForm form,
      TypeUse given,
      TypeUse wanted,
      @Nullable ValueConstraint constraint,
      String where,
      Origin origin) {
    boolean isFixed = constraint != null && constraint.isFixed();
    if (form instanceof JavaForm.Constant constant) {
      matchConstants(constant, wanted, where, origin);
      boolean isEnumeration =
          document.builtIn(wanted).equals(STRING)
              && facets(document, wanted).stream()
                  .allMatch(facet -> facet.kind() == Facet.Kind.ENUMERATION);
      return isEnumeration && !isFixed ? form : new JavaForm.Restricted(form, rules.of(wanted));
    }
    return simple((JavaForm.Simple) form, given, wanted, isFixed, where, origin);
  }

  private JavaForm simple(
      JavaForm.Simple form,
      TypeUse given,
      TypeUse wanted,
      boolean isFixed,
      String where,
      Origin origin) {
    QName builtIn = document.builtIn(wanted);
    Set<Facet> asked = facets(document, wanted);
    TypeMapping<?> row = row(form.type(), builtIn, asked);
    if (row == null) {
      differences.differs(
          where,
          "it is " + form.type().signature(),
          "the document has " + words(wanted, builtIn),
          origin,
          "Write " + suggestion(builtIn) + " instead.");
      return form;
    }
    reportNarrower(form, given, asked, where, origin);
    JavaForm.Simple held = new JavaForm.Simple(form.type(), row, form.constraints());
    boolean isExact = row.base().equals(builtIn) && facets(code, given).containsAll(asked);
    return isExact && !isFixed ? held : new JavaForm.Restricted(held, rules.of(wanted));
  }

  /** The row of the type table whose values include those of the built-in type; null for none. */
  private static @Nullable TypeMapping<?> row(JavaType type, QName builtIn, Set<Facet> asked) {
    List<TypeMapping<?>> rows = TypeMappings.allForJava(type.name());
    for (QName at = builtIn; at != null && BuiltIns.isSimple(at); at = BuiltIns.base(at)) {
      for (TypeMapping<?> row : rows) {
        TypeMapping.Restriction restriction = row.restriction();
        boolean holdsLess =
            restriction != null
                && row.base().equals(STRING)
                && !asked.containsAll(restriction.facets());
        if (row.base().equals(at) && !holdsLess) {
          return row;
        }
      }
    }
    // A String holds the text of each simple value.
    return type.name().equals("java.lang.String") ? rows.get(0) : null;
  }

  private void reportNarrower(
      JavaForm.Simple form, TypeUse given, Set<Facet> asked, String where, Origin origin) {
    Set<Facet> own = new LinkedHashSet<>(facets(code, given));
    TypeMapping.Restriction restriction = form.row().restriction();
    if (restriction != null) {
      restriction.facets().forEach(own::remove);
    }
    for (Facet facet : own) {
      if (asked.stream().noneMatch(each -> implies(each, facet))) {
        differences.differs(
            where,
            "its constraints ask for " + facet.kind().element() + " " + facet.value(),
            "the document does not",
            origin,
            "Remove that constraint, or check it in the method.");
      }
    }
  }

  /** Whether each value that satisfies {@code facet} satisfies {@code other}. */
  private static boolean implies(Facet facet, Facet other) {
    if (facet.kind() != other.kind()) {
      return false;
    }
    if (facet.value().equals(other.value())) {
      return true;
    }
    return switch (facet.kind()) {
      case MAX_LENGTH, MAX_INCLUSIVE, MAX_EXCLUSIVE, TOTAL_DIGITS, FRACTION_DIGITS ->
          compare(facet, other) <= 0;
      case MIN_LENGTH, MIN_INCLUSIVE, MIN_EXCLUSIVE -> compare(facet, other) >= 0;
      default -> false;
    };
  }

  private static int compare(Facet one, Facet other) {
    try {
      return new BigDecimal(one.value().strip()).compareTo(new BigDecimal(other.value().strip()));
    } catch (NumberFormatException noNumber) {
      // Dates of one form are in the order of their texts.
      return one.value().compareTo(other.value());
    }
  }

  private void matchConstants(JavaForm.Constant form, TypeUse wanted, String where, Origin origin) {
    List<String> asked = enumeration(wanted);
    if (asked.isEmpty()) {
      differences.differs(
          where,
          "it is the enum " + form.type().simpleName(),
          "the document has " + words(wanted, document.builtIn(wanted)) + " of any value",
          origin,
          "Write " + suggestion(document.builtIn(wanted)) + " instead.");
      return;
    }
    Set<String> known = form.constants().keySet();
    for (String value : asked) {
      if (!known.contains(value)) {
        differences.notInCode(
            form.type().signature(),
            "constant for the value \"" + value + "\" of the document",
            originOf(wanted, origin),
            "Add it: @Lexical(\"" + value + "\") if its name is another one.");
      }
    }
    for (String constant : known) {
      if (!asked.contains(constant)) {
        differences.notInDocument(form.type().signature(), "the value", constant, asked);
      }
    }
  }

  private Origin originOf(TypeUse use, Origin byDefault) {
    return document.definition(use) instanceof SimpleType simple ? simple.origin() : byDefault;
  }

  /** The values of an enumeration, as they are after white space was removed; empty for none. */
  private List<String> enumeration(TypeUse use) {
    TypeUse at = use;
    while (document.definition(at) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      List<String> values = new ArrayList<>();
      for (Facet facet : restriction.facets()) {
        if (facet.kind() == Facet.Kind.ENUMERATION) {
          values.add(rules.of(restriction.base()).whiteSpace().apply(facet.value()));
        }
      }
      if (!values.isEmpty()) {
        return values;
      }
      at = restriction.base();
    }
    return List.of();
  }

  /**
   * An example for a Java type that holds less than the type in the document, such as times without
   * time zone only; null for any other Java type.
   */
  @Nullable String exampleFor(JavaForm held, TypeUse wanted) {
    JavaForm form = held instanceof JavaForm.Restricted restricted ? restricted.of() : held;
    if (!(form instanceof JavaForm.Simple simple)
        || simple.row().restriction() == null
        || simple.row().base().equals(STRING)) {
      return null;
    }
    return examples
        .candidates(wanted)
        .filter(text -> isValue(text, wanted) && isHeld(text, simple.row()))
        .findFirst()
        .orElse(null);
  }

  private static boolean isHeld(String text, TypeMapping<?> row) {
    try {
      row.lexical().parse(text);
      return true;
    } catch (LexicalException invalid) {
      return false;
    }
  }

  /** Whether a text is a value of the type in the document. */
  boolean isValue(String text, TypeUse wanted) {
    try {
      rules.of(wanted).check(text);
      return true;
    } catch (LexicalException invalid) {
      return false;
    }
  }

  private static Set<Facet> facets(Contract contract, TypeUse use) {
    Set<Facet> facets = new LinkedHashSet<>();
    TypeUse at = use;
    while (contract.definition(at) instanceof SimpleType simple) {
      if (!(simple.variety() instanceof SimpleType.Restriction restriction)) {
        // A list or union has rules that no facet expresses.
        return Set.of(new Facet(Facet.Kind.WHITE_SPACE, "collapse"));
      }
      restriction.facets().forEach(facet -> facets.add(new Facet(facet.kind(), facet.value())));
      at = restriction.base();
    }
    return facets;
  }

  private String words(TypeUse use, QName builtIn) {
    String base =
        builtIn.getLocalPart().isEmpty() ? "a list or union" : "xsd:" + builtIn.getLocalPart();
    return use instanceof TypeUse.Named named && !named.name().getNamespaceURI().equals(Names.XSD)
        ? named.name().getLocalPart() + ", which is " + base
        : base;
  }

  /** The Java types for a built-in type, in words. */
  static String suggestion(QName builtIn) {
    return String.join(" or ", types(builtIn, false));
  }

  /** A Java class for a built-in type. */
  static String className(QName builtIn) {
    return types(builtIn, true).iterator().next();
  }

  private static Set<String> types(QName builtIn, boolean isBoxed) {
    for (QName at = builtIn; at != null && BuiltIns.isSimple(at); at = BuiltIns.base(at)) {
      QName base = at;
      Set<String> names =
          TypeMappings.rows().stream()
              .filter(row -> row.base().equals(base))
              .filter(row -> row.restriction() == null || !base.equals(STRING))
              .map(row -> isBoxed || row.primitive() == null ? row.javaType() : row.primitive())
              .map(Class::getSimpleName)
              .collect(Collectors.toCollection(LinkedHashSet::new));
      if (!names.isEmpty()) {
        return names;
      }
    }
    return Set.of("String");
  }
}
