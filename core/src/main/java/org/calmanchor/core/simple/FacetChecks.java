package org.calmanchor.core.simple;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntPredicate;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.simple.SimpleRule.ValueCheck;

/** The facets of one restriction, as checks (XML Schema 1.0 part 2, section 4.3). */
final class FacetChecks {
  private static final int MOST_WORDS = 12;

  private final SimpleRule base;
  private final List<ValueCheck> checks = new ArrayList<>();
  private final List<Facet> patterns = new ArrayList<>();
  private final List<Facet> enumerations = new ArrayList<>();
  private WhiteSpace whiteSpace;

  private FacetChecks(SimpleRule base) {
    this.base = base;
    this.whiteSpace = base.whiteSpace();
  }

  /**
   * The rule of {@code base} with these facets.
   *
   * @throws IllegalArgumentException when a facet does not fit its base; says why
   */
  static SimpleRule restrict(SimpleRule base, List<Facet> facets) {
    FacetChecks checks = new FacetChecks(base);
    for (Facet facet : facets) {
      try {
        checks.add(facet);
      } catch (LexicalException | NumberFormatException invalid) {
        throw new IllegalArgumentException(
            "the value \""
                + facet.value()
                + "\" of "
                + facet.kind().element()
                + " is no value of its type.");
      }
    }
    return checks.rule();
  }

  private SimpleRule rule() {
    String form = null;
    if (!enumerations.isEmpty()) {
      form = oneOf();
      String words = form;
      List<Object> values = enumerations.stream().map(facet -> value(facet)).toList();
      checks.add(
          0,
          value ->
              require(values.stream().anyMatch(each -> Primitive.areEqual(each, value)), words));
    }
    List<PatternFacet> text = patterns.isEmpty() ? List.of() : List.of(new PatternFacet(patterns));
    return base.checked(form, whiteSpace, text, List.copyOf(checks));
  }

  private Object value(Facet facet) {
    try {
      return base.parse(facet.value());
    } catch (LexicalException invalid) {
      throw new IllegalArgumentException(
          "the enumerated value \"" + facet.value() + "\" is no value of its type.", invalid);
    }
  }

  private String oneOf() {
    List<String> shown = enumerations.stream().limit(MOST_WORDS).map(Facet::value).toList();
    int more = enumerations.size() - shown.size();
    return (enumerations.size() == 1 ? "" : "one of ")
        + String.join(", ", shown)
        + (more > 0 ? " and " + more + " others" : "");
  }

  private static void require(boolean isMet, String words) {
    if (!isMet) {
      throw LexicalException.constrained(words);
    }
  }

  private void add(Facet facet) {
    String value = facet.value().strip();
    switch (facet.kind()) {
      case PATTERN -> patterns.add(facet);
      case ENUMERATION -> enumerations.add(facet);
      case WHITE_SPACE -> whiteSpace = whiteSpace(value);
      case LENGTH -> length(value, "exactly ", length -> length == Integer.parseInt(value));
      case MIN_LENGTH -> length(value, "at least ", length -> length >= Integer.parseInt(value));
      case MAX_LENGTH -> length(value, "at most ", length -> length <= Integer.parseInt(value));
      case MIN_INCLUSIVE -> bound(value, "at least ", order -> order >= 0);
      case MIN_EXCLUSIVE -> bound(value, "more than ", order -> order > 0);
      case MAX_INCLUSIVE -> bound(value, "at most ", order -> order <= 0);
      case MAX_EXCLUSIVE -> bound(value, "less than ", order -> order < 0);
      case TOTAL_DIGITS -> digits(value);
      case FRACTION_DIGITS -> fraction(value);
    }
  }

  private static WhiteSpace whiteSpace(String value) {
    return switch (value) {
      case "preserve" -> WhiteSpace.PRESERVE;
      case "replace" -> WhiteSpace.REPLACE;
      case "collapse" -> WhiteSpace.COLLAPSE;
      default -> throw new LexicalException("not a white space rule");
    };
  }

  private void length(String value, String words, IntPredicate isMet) {
    int limit = parsedLength(value);
    String primitive = base.primitive();
    if (base.isList()) {
      checks.add(list -> require(isMet.test(((List<?>) list).size()), words + limit + " items"));
      return;
    }
    boolean isName = "QName".equals(primitive) || "NOTATION".equals(primitive);
    boolean hasLength = primitive == null || Primitive.of(primitive).hasLength();
    if (base.isUnion() || (!hasLength && !isName)) {
      throw new IllegalArgumentException("a value of this type has no length.");
    }
    if (isName) {
      // The length of a name depends on its prefix, so this facet has no meaning for it.
      return;
    }
    boolean isBinary = primitive != null && primitive.endsWith("Binary");
    String unit = isBinary ? " bytes" : " characters";
    checks.add(
        each -> require(isMet.test(Primitive.length(each, primitive)), words + limit + unit));
  }

  private static int parsedLength(String value) {
    int length = Integer.parseInt(value);
    if (length < 0) {
      throw new NumberFormatException("negative");
    }
    return length;
  }

  private void bound(String text, String words, IntPredicate isMet) {
    Object bound = base.parse(text);
    if (Primitive.compare(bound, bound) == null && !text.equals("NaN")) {
      throw new IllegalArgumentException("values of this type have no order.");
    }
    checks.add(
        value -> {
          Integer order = Primitive.compare(value, bound);
          require(order != null && isMet.test(order), words + text);
        });
  }

  private void digits(String value) {
    int limit = parsedLength(value);
    checks.add(
        number -> {
          BigDecimal plain = ((BigDecimal) number).stripTrailingZeros();
          int digits = Math.max(plain.precision() - Math.min(0, plain.scale()), plain.scale());
          require(digits <= limit, "at most " + limit + " digits");
        });
  }

  private void fraction(String value) {
    int limit = parsedLength(value);
    checks.add(
        number ->
            require(
                ((BigDecimal) number).stripTrailingZeros().scale() <= limit,
                "at most " + limit + " digits behind the point"));
  }
}
