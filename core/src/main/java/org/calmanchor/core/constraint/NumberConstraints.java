package org.calmanchor.core.constraint;

import java.math.BigDecimal;
import java.util.List;
import org.calmanchor.core.model.Facet;

/** Constraints on numbers, with their facets. */
final class NumberConstraints {
  private NumberConstraints() {}

  /** Requires a number to be at least {@code bound}, or greater than it. */
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

  /** Requires a number to be at most {@code bound}, or less than it. */
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

  /** The facets; those of an integer type need an integer as their value. */
  private static List<Facet> facets(Facet.Kind kind, boolean isWhole, BigDecimal bound) {
    if (!isWhole) {
      return List.of(new Facet(kind, bound.toPlainString()));
    }
    boolean isSayable = bound.stripTrailingZeros().scale() <= 0;
    return isSayable ? List.of(new Facet(kind, bound.toBigInteger().toString())) : List.of();
  }

  /** The result of comparing {@code value} with the bound; {@code otherwise} for NaN. */
  private static int compared(Object value, BigDecimal bound, int otherwise) {
    if (value instanceof Double || value instanceof Float) {
      double number = ((Number) value).doubleValue();
      // In XML Schema, 0 and -0 are one value.
      return Double.isNaN(number)
          ? otherwise
          : Double.compare(number == 0 ? 0 : number, bound.doubleValue());
    }
    return new BigDecimal(value.toString()).compareTo(bound);
  }

  /** Limits the digits before and after the decimal point; trailing zeroes count. */
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
