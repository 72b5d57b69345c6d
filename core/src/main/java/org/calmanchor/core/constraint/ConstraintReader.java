package org.calmanchor.core.constraint;

import java.util.List;
import org.calmanchor.annotations.Facets;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;

/**
 * Reads {@link Facets} and the constraints of jakarta.validation at one position. A constraint
 * becomes a facet if XML Schema has exactly the same; others are checked and documented.
 */
public final class ConstraintReader {
  private final Problems problems;
  private final String path;
  private final ConstrainedPosition position;
  private boolean needsProvider;

  private ConstraintReader(JavaType type, Problems problems, String path) {
    this.problems = problems;
    this.path = path;
    this.position = new ConstrainedPosition(type, problems, path);
  }

  /**
   * Reads the constraints on a value or container of {@code type}.
   *
   * @param mayBeAbsent whether its position lets it be absent
   */
  public static Constraints read(
      List<JavaAnnotation> constraints,
      JavaType type,
      boolean mayBeAbsent,
      Problems problems,
      String path) {
    if (constraints.isEmpty()) {
      return Constraints.NONE;
    }
    ConstraintReader reader = new ConstraintReader(type, problems, path);
    for (JavaAnnotation constraint : constraints) {
      // Constraints outside the Default group are ignored.
      boolean isDefault =
          !(constraint.values().get("groups") instanceof Object[] groups) || groups.length == 0;
      if (isDefault) {
        reader.read(constraint, mayBeAbsent);
      }
    }
    return reader.position.constraints(reader.needsProvider);
  }

  private void read(JavaAnnotation given, boolean mayBeAbsent) {
    if (given.type().equals(Facets.class.getName())) {
      new FacetsReader(given, position).read();
      return;
    }
    if (!given.type().startsWith("jakarta.validation.constraints.")) {
      unknown(given);
      return;
    }
    switch (given.simpleName()) {
      case "NotNull" -> {
        if (mayBeAbsent) {
          position.contradicts("@NotNull stands on what may be absent.", "Keep one of the two.");
        }
      }
      case "Null" ->
          position.contradicts("@Null lets no value pass.", "Leave the member out instead: @Omit.");
      case "AssertTrue", "AssertFalse" -> truth(given.simpleName().equals("AssertTrue"));
      case "Min",
          "Max",
          "DecimalMin",
          "DecimalMax",
          "Positive",
          "PositiveOrZero",
          "Negative",
          "NegativeOrZero",
          "Digits" ->
          new NumberConstraintReader(given, position).read();
      case "Size", "NotEmpty" -> SizeConstraintReader.read(given, position);
      case "NotBlank", "Pattern", "Email" -> TextConstraintReader.read(given, position);
      case "Past", "PastOrPresent", "Future", "FutureOrPresent" ->
          TimeConstraints.read(given, position);
      default -> unknown(given);
    }
  }

  private void unknown(JavaAnnotation given) {
    needsProvider = true;
    requireProvider(given, problems, path);
  }

  /** Adds a problem if nothing on the class path can check the constraint {@code given}. */
  public static void requireProvider(JavaAnnotation given, Problems problems, String path) {
    if (!problems.hasConstraintProvider()) {
      problems.add(
          ProblemCode.CONSTRAINT_UNKNOWN,
          path,
          "nothing here can check @" + given.simpleName() + ".",
          "Put a provider of jakarta.validation on the class path, use a constraint of"
              + " jakarta.validation.constraints, or check it in the constructor of the data type.");
    }
  }

  private void truth(boolean asked) {
    if (position.isOf("boolean", "java.lang.Boolean")) {
      position.add(
          new Constraint(
              Boolean.toString(asked),
              List.of(new Facet(Facet.Kind.PATTERN, asked ? "true|1" : "false|0")),
              value -> value.equals(asked)));
    } else {
      position.unfit("@AssertTrue and @AssertFalse do not fit", "They belong on a boolean.");
    }
  }
}
