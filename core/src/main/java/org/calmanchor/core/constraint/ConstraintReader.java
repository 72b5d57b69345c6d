package org.calmanchor.core.constraint;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.jspecify.annotations.Nullable;

/**
 * Reads the constraints of jakarta.validation at one position. Where XML Schema has a facet that
 * says exactly the same it is published; the others are checked and put into the documentation.
 */
public final class ConstraintReader {
  private static final Set<String> WHOLE =
      Set.of(
          "byte",
          "short",
          "int",
          "long",
          "java.lang.Byte",
          "java.lang.Short",
          "java.lang.Integer",
          "java.lang.Long",
          "java.math.BigInteger");
  private static final Set<String> FLOATING =
      Set.of("float", "double", "java.lang.Float", "java.lang.Double");

  private final Problems problems;
  private final String path;
  private final JavaType type;
  private final List<Constraint> found = new ArrayList<>();
  private int min;
  private int max = Particle.UNBOUNDED;
  private boolean needsProvider;

  private ConstraintReader(JavaType type, Problems problems, String path) {
    this.type = type;
    this.problems = problems;
    this.path = path;
  }

  /**
   * Reads what stands on a value or container of {@code type}.
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
    reader.checkRanges();
    return new Constraints(List.copyOf(reader.found), reader.min, reader.max, reader.needsProvider);
  }

  private void read(JavaAnnotation given, boolean mayBeAbsent) {
    if (!given.type().startsWith("jakarta.validation.constraints.")) {
      unknown(given);
      return;
    }
    switch (given.simpleName()) {
      case "NotNull" -> {
        if (mayBeAbsent) {
          contradicts("@NotNull stands on what may be absent.", "Keep one of the two.");
        }
      }
      case "Null" ->
          contradicts("@Null lets no value pass.", "Leave the member out instead: @Omit.");
      case "AssertTrue" -> truth(true);
      case "AssertFalse" -> truth(false);
      case "Min" -> least(BigDecimal.valueOf(given.number("value")), true, given);
      case "Max" -> most(BigDecimal.valueOf(given.number("value")), true, given);
      case "DecimalMin" -> decimal(given, true);
      case "DecimalMax" -> decimal(given, false);
      case "Positive" -> least(BigDecimal.ZERO, false, given);
      case "PositiveOrZero" -> least(BigDecimal.ZERO, true, given);
      case "Negative" -> most(BigDecimal.ZERO, false, given);
      case "NegativeOrZero" -> most(BigDecimal.ZERO, true, given);
      case "Digits" -> digits(given);
      case "Size" -> size((int) given.number("min"), (int) given.number("max"), given);
      case "NotEmpty" -> size(1, Integer.MAX_VALUE, given);
      case "NotBlank" ->
          text(given, "a text that is not blank", value -> !value.toString().isBlank());
      case "Pattern" -> pattern(given);
      case "Email" -> text(given, "an e-mail address", value -> Emails.isAddress(value.toString()));
      case "Past", "PastOrPresent", "Future", "FutureOrPresent" -> time(given);
      default -> unknown(given);
    }
  }

  private void unknown(JavaAnnotation given) {
    needsProvider = true;
    requireProvider(given, problems, path);
  }

  /** A problem when nothing on the class path can check {@code given}. */
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

  private void contradicts(String what, String fix) {
    problems.add(ProblemCode.CONSTRAINT_CONTRADICTS, path, what, fix);
  }

  private void unfit(JavaAnnotation given, String fix) {
    problems.add(
        ProblemCode.CONSTRAINT_UNFIT,
        path,
        "@" + given.simpleName() + " does not fit " + type.signature() + ".",
        fix);
  }

  private void truth(boolean asked) {
    if (type.name().equals("boolean") || type.name().equals("java.lang.Boolean")) {
      found.add(
          new Constraint(
              Boolean.toString(asked),
              List.of(new Facet(Facet.Kind.PATTERN, asked ? "true|1" : "false|0")),
              value -> value.equals(asked)));
    } else {
      problems.add(
          ProblemCode.CONSTRAINT_UNFIT,
          path,
          "@AssertTrue and @AssertFalse do not fit " + type.signature() + ".",
          "They belong on a boolean.");
    }
  }

  private boolean isWhole() {
    return WHOLE.contains(type.name());
  }

  private boolean isExact() {
    return isWhole() || type.name().equals("java.math.BigDecimal");
  }

  private boolean isNumber(JavaAnnotation given, boolean isSign) {
    if (isExact() || (isSign && FLOATING.contains(type.name()))) {
      return true;
    }
    unfit(given, "It belongs on a whole number or a BigDecimal.");
    return false;
  }

  private void decimal(JavaAnnotation given, boolean isLeast) {
    try {
      BigDecimal bound = new BigDecimal(given.text("value"));
      if (isLeast) {
        least(bound, given.flag("inclusive", true), given);
      } else {
        most(bound, given.flag("inclusive", true), given);
      }
    } catch (NumberFormatException noNumber) {
      contradicts(
          "\"" + given.text("value") + "\" is no number.", "Write a decimal number as in 42.50.");
    }
  }

  private void least(BigDecimal bound, boolean inclusive, JavaAnnotation given) {
    if (isNumber(given, bound.signum() == 0)) {
      found.add(NumberConstraints.least(isWhole(), bound, inclusive));
    }
  }

  private void most(BigDecimal bound, boolean inclusive, JavaAnnotation given) {
    if (isNumber(given, bound.signum() == 0)) {
      found.add(NumberConstraints.most(isWhole(), bound, inclusive));
    }
  }

  private void digits(JavaAnnotation given) {
    if (isNumber(given, false)) {
      int whole = (int) given.number("integer");
      int fraction = (int) given.number("fraction");
      found.add(NumberConstraints.digits(isWhole(), whole, fraction));
    }
  }

  private void size(int least, int most, JavaAnnotation given) {
    if (Container.of(type) != null || type.name().equals("java.util.Map")) {
      min = Math.max(min, least);
      max = Math.min(max, most);
    } else if (type.name().equals("[B")) {
      List<Facet> facets = new ArrayList<>();
      if (least > 0) {
        facets.add(new Facet(Facet.Kind.MIN_LENGTH, Integer.toString(least)));
      }
      if (most < Integer.MAX_VALUE) {
        facets.add(new Facet(Facet.Kind.MAX_LENGTH, Integer.toString(most)));
      }
      found.add(
          new Constraint(
              counted(least, most, "bytes"),
              facets,
              value -> ((byte[]) value).length >= least && ((byte[]) value).length <= most));
    } else if (type.name().equals("java.lang.String")) {
      // Java counts a character beyond U+FFFF as two; only whether there is any counts the same.
      boolean isSayable = least == 1 && most == Integer.MAX_VALUE;
      found.add(
          new Constraint(
              counted(least, most, "characters"),
              isSayable ? List.of(new Facet(Facet.Kind.MIN_LENGTH, "1")) : List.of(),
              value -> value.toString().length() >= least && value.toString().length() <= most));
    } else {
      unfit(given, "It belongs on a text, bytes, a list, set, array or map.");
    }
  }

  private static String counted(int least, int most, String unit) {
    if (most == Integer.MAX_VALUE) {
      return "at least " + least + " " + unit;
    }
    return least == 0 ? "at most " + most + " " + unit : least + " to " + most + " " + unit;
  }

  private void text(JavaAnnotation given, String words, Predicate<Object> test) {
    if (type.name().equals("java.lang.String")) {
      found.add(new Constraint(words, List.of(), test));
    } else {
      unfit(given, "It belongs on a String.");
    }
  }

  private void pattern(JavaAnnotation given) {
    Pattern pattern = compiled(given);
    if (pattern != null) {
      text(
          given,
          "a text like " + pattern.pattern(),
          value -> pattern.matcher(value.toString()).matches());
    }
  }

  private @Nullable Pattern compiled(JavaAnnotation given) {
    int flags = 0;
    if (given.values().get("flags") instanceof Object[] names) {
      for (Object name : names) {
        flags |= FLAGS.getOrDefault(name.toString(), 0);
      }
    }
    try {
      return Pattern.compile(given.text("regexp"), flags);
    } catch (PatternSyntaxException malformed) {
      contradicts(
          "\"" + given.text("regexp") + "\" is no regular expression.",
          "Mend it: " + malformed.getDescription() + ".");
      return null;
    }
  }

  private static final Map<String, Integer> FLAGS =
      Map.of(
          "UNIX_LINES", Pattern.UNIX_LINES,
          "CASE_INSENSITIVE", Pattern.CASE_INSENSITIVE,
          "COMMENTS", Pattern.COMMENTS,
          "MULTILINE", Pattern.MULTILINE,
          "DOTALL", Pattern.DOTALL,
          "UNICODE_CASE", Pattern.UNICODE_CASE,
          "CANON_EQ", Pattern.CANON_EQ);

  private void time(JavaAnnotation given) {
    if (!TimeConstraints.isKnown(type.name())) {
      unfit(given, "It belongs on a type of java.time.");
      return;
    }
    boolean isPast = given.simpleName().startsWith("Past");
    boolean orPresent = given.simpleName().endsWith("Present");
    found.add(
        new Constraint(
            "in the " + (isPast ? "past" : "future") + (orPresent ? " or now" : ""),
            List.of(),
            value -> {
              int compared = TimeConstraints.compareWithNow(value);
              return (orPresent && compared == 0) || (isPast ? compared < 0 : compared > 0);
            }));
  }

  private void checkRanges() {
    if (min > max) {
      contradicts("at least " + min + " and at most " + max + " cannot both be.", "Mend a bound.");
    }
  }
}
