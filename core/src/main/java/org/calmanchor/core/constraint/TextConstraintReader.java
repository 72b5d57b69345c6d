package org.calmanchor.core.constraint;

import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.lexical.LimitedMatching;
import org.jspecify.annotations.Nullable;

/** Reads a constraint on what a text contains. */
final class TextConstraintReader {
  private static final Map<String, Integer> FLAGS =
      Map.of(
          "UNIX_LINES", Pattern.UNIX_LINES,
          "CASE_INSENSITIVE", Pattern.CASE_INSENSITIVE,
          "COMMENTS", Pattern.COMMENTS,
          "MULTILINE", Pattern.MULTILINE,
          "DOTALL", Pattern.DOTALL,
          "UNICODE_CASE", Pattern.UNICODE_CASE,
          "CANON_EQ", Pattern.CANON_EQ);

  private TextConstraintReader() {}

  static void read(JavaAnnotation given, ConstrainedPosition position) {
    switch (given.simpleName()) {
      case "NotBlank" ->
          text(given, position, "a text that is not blank", value -> !value.toString().isBlank());
      case "Email" ->
          text(given, position, "an e-mail address", value -> Emails.isAddress(value.toString()));
      default -> pattern(given, position);
    }
  }

  private static void text(
      JavaAnnotation given, ConstrainedPosition position, String words, Predicate<Object> test) {
    if (position.isOf("java.lang.String")) {
      position.add(new Constraint(words, List.of(), test));
    } else {
      position.unfit(given, "It belongs on a String.");
    }
  }

  private static void pattern(JavaAnnotation given, ConstrainedPosition position) {
    Pattern pattern = compiled(given, position);
    if (pattern != null) {
      List<Pattern> one = List.of(pattern);
      String words = "a text like " + pattern.pattern();
      text(given, position, words, value -> LimitedMatching.matches(one, value.toString(), words));
    }
  }

  private static @Nullable Pattern compiled(JavaAnnotation given, ConstrainedPosition position) {
    int flags = 0;
    if (given.values().get("flags") instanceof Object[] names) {
      for (Object name : names) {
        flags |= FLAGS.getOrDefault(name.toString(), 0);
      }
    }
    try {
      return Pattern.compile(given.text("regexp"), flags);
    } catch (PatternSyntaxException malformed) {
      position.contradicts(
          "\"" + given.text("regexp") + "\" is not a regular expression.",
          "Fix it: " + malformed.getDescription() + ".");
      return null;
    }
  }
}
