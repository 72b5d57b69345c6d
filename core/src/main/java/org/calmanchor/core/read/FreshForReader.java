package org.calmanchor.core.read;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.jspecify.annotations.Nullable;

/** Reads how long the answers of an operation may be given again. */
final class FreshForReader {
  /** What is read or written once, so that it cannot be given again. */
  private static final Set<String> ONCE =
      Set.of(
          "java.util.stream.Stream",
          "org.calmanchor.annotations.Binary",
          "org.calmanchor.annotations.HeaderOut");

  private FreshForReader() {}

  static @Nullable Duration read(
      JavaMethod method, JavaType result, OperationDeclaration given, Problems problems) {
    if (given.freshFor().isEmpty()) {
      return null;
    }
    String unfit = unfit(method, result, given);
    if (unfit != null) {
      problems.add(
          ProblemCode.FRESH_FOR_UNFIT,
          method.signature(),
          "its answer cannot be given again, " + unfit + ".",
          "Remove freshFor, or return values that can be kept, such as a List.");
      return null;
    }
    Duration duration = duration(given.freshFor());
    if (duration == null) {
      problems.add(
          ProblemCode.FRESH_FOR_UNFIT,
          method.signature(),
          "its freshFor, \"" + given.freshFor() + "\", is no time that an answer can be fresh.",
          "Write a duration of days and less, as in PT1M or P1D.");
    }
    return duration;
  }

  private static @Nullable String unfit(
      JavaMethod method, JavaType result, OperationDeclaration given) {
    if (given.oneWay()) {
      return "since there is none: it is one-way";
    }
    if (result.kind() == JavaType.Kind.VOID) {
      return "since there is none: it returns nothing";
    }
    List<JavaType> types = new ArrayList<>(List.of(result));
    method.parameters().stream().map(JavaMember::type).forEach(types::add);
    return types.stream()
        .flatMap(type -> type.arguments().isEmpty() ? List.of(type).stream() : with(type).stream())
        .filter(type -> ONCE.contains(type.name()))
        .findFirst()
        .map(type -> "since a " + type.simpleName() + " is read or written only once")
        .orElse(null);
  }

  private static List<JavaType> with(JavaType type) {
    List<JavaType> all = new ArrayList<>(List.of(type));
    type.arguments().forEach(argument -> all.addAll(with(argument)));
    return all;
  }

  private static @Nullable Duration duration(String text) {
    try {
      Duration duration = BuiltIns.parseDuration(text);
      return duration.isNegative() || duration.isZero() ? null : duration;
    } catch (LexicalException malformed) {
      return null;
    }
  }
}
