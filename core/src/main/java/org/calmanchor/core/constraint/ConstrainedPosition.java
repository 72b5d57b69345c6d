package org.calmanchor.core.constraint;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;

/** The constraints found so far at one position. */
final class ConstrainedPosition {
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

  private final JavaType type;
  private final Problems problems;
  private final String path;
  private final List<Constraint> found = new ArrayList<>();
  private int min;
  private int max = Particle.UNBOUNDED;

  ConstrainedPosition(JavaType type, Problems problems, String path) {
    this.type = type;
    this.problems = problems;
    this.path = path;
  }

  JavaType type() {
    return type;
  }

  /** Whether its type has one of these names. */
  boolean isOf(String... names) {
    return Set.of(names).contains(type.name());
  }

  /** Whether it has whole numbers. */
  boolean isWhole() {
    return WHOLE.contains(type.name());
  }

  /** Whether it has numbers whose digits count. */
  boolean isExact() {
    return isWhole() || isOf("java.math.BigDecimal");
  }

  void add(Constraint constraint) {
    found.add(constraint);
  }

  /** Limits how many values a container has. */
  void addSize(int least, int most) {
    min = Math.max(min, least);
    max = Math.min(max, most);
  }

  void contradicts(String what, String fix) {
    problems.add(ProblemCode.CONSTRAINT_CONTRADICTS, path, what, fix);
  }

  void unfit(JavaAnnotation given, String fix) {
    unfit("@" + given.simpleName() + " does not fit", fix);
  }

  void unfit(String what, String fix) {
    problems.add(ProblemCode.CONSTRAINT_UNFIT, path, what + " " + type.signature() + ".", fix);
  }

  Constraints constraints(boolean needsProvider) {
    if (min > max) {
      contradicts("at least " + min + " and at most " + max + " cannot both be.", "Fix a bound.");
    }
    return new Constraints(List.copyOf(found), min, max, needsProvider);
  }
}
