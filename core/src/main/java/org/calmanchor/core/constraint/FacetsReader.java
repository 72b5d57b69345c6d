package org.calmanchor.core.constraint;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.model.Facet;

/** Reads the facets that {@link org.calmanchor.annotations.Facets} gives. */
record FacetsReader(JavaAnnotation given, ConstrainedPosition position) {
  void read() {
    int minLength = count("minLength");
    int maxLength = count("maxLength");
    int totalDigits = count("totalDigits");
    int fractionDigits = count("fractionDigits");
    boolean isLength = minLength >= 0 || maxLength >= 0;
    boolean isDigits = totalDigits >= 0 || fractionDigits >= 0;
    if (!isLength && !isDigits) {
      position.contradicts("@Facets says nothing.", "Give it a facet, or take it away.");
    } else if (maxLength >= 0 && minLength > maxLength) {
      position.contradicts(
          "minLength = %d is more than maxLength = %d.".formatted(minLength, maxLength),
          "Change one of the two.");
    } else if (totalDigits == 0) {
      position.contradicts("A number has at least one digit.", "Let totalDigits be 1 or more.");
    } else if (totalDigits > 0 && fractionDigits > totalDigits) {
      position.contradicts(
          "fractionDigits = %d is more than totalDigits = %d."
              .formatted(fractionDigits, totalDigits),
          "Change one of the two.");
    } else {
      if (isLength) {
        lengths(minLength, maxLength);
      }
      if (isDigits) {
        digits(totalDigits, fractionDigits);
      }
    }
  }

  private int count(String name) {
    return (int) given.number(name);
  }

  private void lengths(int least, int most) {
    boolean isText = position.isOf("java.lang.String");
    if (!isText && !position.isOf("[B")) {
      position.unfit("minLength and maxLength do not fit", "They belong on a String or byte[].");
      return;
    }
    String unit = isText ? "characters" : "bytes";
    if (least >= 0) {
      position.add(
          new Constraint(
              "at least " + least + " " + unit,
              List.of(new Facet(Facet.Kind.MIN_LENGTH, Integer.toString(least))),
              value -> length(value) >= least));
    }
    if (most >= 0) {
      position.add(
          new Constraint(
              "at most " + most + " " + unit,
              List.of(new Facet(Facet.Kind.MAX_LENGTH, Integer.toString(most))),
              value -> length(value) <= most));
    }
  }

  /** XML Schema counts characters, of which Java writes some as two. */
  private static int length(Object value) {
    return value instanceof byte[] bytes
        ? bytes.length
        : value.toString().codePointCount(0, value.toString().length());
  }

  private void digits(int total, int fraction) {
    if (!position.isExact()) {
      position.unfit(
          "totalDigits and fractionDigits do not fit",
          "They belong on a whole number or a BigDecimal.");
    } else if (fraction > 0 && position.isWhole()) {
      position.unfit("fractionDigits does not fit", "It belongs on a BigDecimal.");
    } else {
      List<Facet> facets = new ArrayList<>();
      if (total > 0) {
        facets.add(new Facet(Facet.Kind.TOTAL_DIGITS, Integer.toString(total)));
      }
      if (fraction >= 0 && !position.isWhole()) {
        facets.add(new Facet(Facet.Kind.FRACTION_DIGITS, Integer.toString(fraction)));
      }
      if (!facets.isEmpty()) {
        position.add(new Constraint(words(total, fraction), facets, v -> fits(v, total, fraction)));
      }
    }
  }

  private static String words(int total, int fraction) {
    String digits = total > 0 ? "at most " + total + " digits" : "";
    String after = fraction >= 0 ? "at most " + fraction + " after the point" : "";
    return "a number of " + digits + (digits.isEmpty() || after.isEmpty() ? "" : ", ") + after;
  }

  /** Zeroes at the end are not part of a value (XML Schema 1.0 part 2, section 4.3.12). */
  private static boolean fits(Object value, int total, int fraction) {
    BigDecimal number = new BigDecimal(value.toString()).stripTrailingZeros();
    int scale = Math.max(0, number.scale());
    int digits = Math.max(scale, number.precision() - Math.min(0, number.scale()));
    return (total <= 0 || digits <= total) && (fraction < 0 || scale <= fraction);
  }
}
