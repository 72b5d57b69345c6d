package org.calmanchor.core.constraint;

import java.math.BigDecimal;
import java.util.Set;
import org.calmanchor.core.introspection.JavaAnnotation;

/** Reads a constraint on numbers. */
record NumberConstraintReader(JavaAnnotation given, ConstrainedPosition position) {
  private static final Set<String> FLOATING =
      Set.of("float", "double", "java.lang.Float", "java.lang.Double");

  void read() {
    switch (given.simpleName()) {
      case "Min" -> least(BigDecimal.valueOf(given.number("value")), true);
      case "Max" -> most(BigDecimal.valueOf(given.number("value")), true);
      case "DecimalMin" -> decimal(true);
      case "DecimalMax" -> decimal(false);
      case "Positive" -> least(BigDecimal.ZERO, false);
      case "PositiveOrZero" -> least(BigDecimal.ZERO, true);
      case "Negative" -> most(BigDecimal.ZERO, false);
      case "NegativeOrZero" -> most(BigDecimal.ZERO, true);
      default -> digits();
    }
  }

  private boolean isNumber(boolean isSign) {
    if (position.isExact() || (isSign && FLOATING.contains(position.type().name()))) {
      return true;
    }
    position.unfit(given, "It belongs on a whole number or a BigDecimal.");
    return false;
  }

  private void decimal(boolean isLeast) {
    try {
      BigDecimal bound = new BigDecimal(given.text("value"));
      if (isLeast) {
        least(bound, given.flag("inclusive", true));
      } else {
        most(bound, given.flag("inclusive", true));
      }
    } catch (NumberFormatException noNumber) {
      position.contradicts(
          "\"" + given.text("value") + "\" is not a number.",
          "Write a decimal number as in 42.50.");
    }
  }

  private void least(BigDecimal bound, boolean inclusive) {
    if (isNumber(bound.signum() == 0)) {
      position.add(NumberConstraints.least(position.isWhole(), bound, inclusive));
    }
  }

  private void most(BigDecimal bound, boolean inclusive) {
    if (isNumber(bound.signum() == 0)) {
      position.add(NumberConstraints.most(position.isWhole(), bound, inclusive));
    }
  }

  private void digits() {
    if (isNumber(false)) {
      int whole = (int) given.number("integer");
      int fraction = (int) given.number("fraction");
      position.add(NumberConstraints.digits(position.isWhole(), whole, fraction));
    }
  }
}
