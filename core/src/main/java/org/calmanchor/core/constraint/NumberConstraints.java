package org.calmanchor.core.constraint;

import java.math.BigDecimal;
import java.util.List;
import org.calmanchor.core.model.Facet;

/** Constraints on numbers, with their facets. */
final class NumberConstraints {
  private NumberConstraints() {}

  /** At least {@code bound}, or more than it. */
  static Constraint least(boolean isWhole, BigDecimal bound, boolean inclusive) {
    Facet.Kind kind = inclusive ? Facet.Kind.MIN_INCLUSIVE : Facet.Kind.MIN_EXCLUSIVE;
    String shown = bound.toPlainString();
    return new Constraint(
        (inclusive ? "at least " : "more than ") + shown,
        facets(kind, isWhole, bound),
        value -> {
          int compared = compared(value, bound, -1);
          return compared > 0 || (inclusive && compared == 0);
        });
  }

  /** At most {@code bound}, or less than it. */
  static Constraint most(boolean isWhole, BigDecimal bound, boolean inclusive) {
    Facet.Kind kind = inclusive ? Facet.Kind.MAX_INCLUSIVE : Facet.Kind.MAX_EXCLUSIVE;
    String shown = bound.toPlainString();
    return new Constraint(
        (inclusive ? "at most " : "less than ") + shown,
        facets(kind, isWhole, bound),
        value -> {
          int compared = compared(value, bound, 1);
          return compared < 0 || (inclusive && compared == 0);
        });
  }

  /** A facet of a whole number's type takes whole numbers only. */
  private static List<Facet> facets(Facet.Kind kind, boolean isWhole, BigDecimal bound) {
    if (!isWhole) {
      return List.of(new Facet(kind, bound.toPlainString()));
    }
    boolean isSayable = bound.stripTrailingZeros().scale() <= 0;
    return isSayable ? List.of(new Facet(kind, bound.toBigInteger().toString())) : List.of();
  }

  /** As compareTo says; {@code otherwise} for what is no number at all. */
  private static int compared(Object value, BigDecimal bound, int otherwise) {
    if (value instanceof Double || value instanceof Float) {
      double number = ((Number) value).doubleValue();
      // Both zeroes are one value to XML Schema.
      return Double.isNaN(number)
          ? otherwise
          : Double.compare(number == 0 ? 0 : number, bound.doubleValue());
    }
    return new BigDecimal(value.toString()).compareTo(bound);
  }

  /** At most so many digits before and after the point, zeroes at the end counted. */
  static Constraint digits(boolean isWhole, int whole, int fraction) {
    String words =
        "a number of at most "
            + whole
            + " digits"
            + (isWhole ? "" : " before and " + fraction + " after the point");
    return new Constraint(
        words,
        isWhole && whole > 0
            ? List.of(new Facet(Facet.Kind.TOTAL_DIGITS, Integer.toString(whole)))
            : List.of(),
        value -> {
          BigDecimal number = new BigDecimal(value.toString());
          return number.precision() - number.scale() <= whole
              && Math.max(0, number.scale()) <= fraction;
        });
  }
}
