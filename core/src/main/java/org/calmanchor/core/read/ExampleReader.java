package org.calmanchor.core.read;

import java.util.HashMap;
import java.util.Map;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.reading.JavaForm;

/** Reads the example values of annotations, and checks that they are values of their types. */
final class ExampleReader {
  private final Problems problems;
  private final Map<String, String> byPlace = new HashMap<>();

  ExampleReader(Problems problems) {
    this.problems = problems;
  }

  /** Adds the example of a member; empty for none. */
  void read(String example, JavaForm use, JavaMember member, String path) {
    if (example.isEmpty()) {
      return;
    }
    JavaForm value = valueOf(use);
    if (!(value instanceof JavaForm.Simple) && !(value instanceof JavaForm.Constant)) {
      problems.add(
          ProblemCode.EXAMPLE_INVALID,
          path,
          member.type().signature() + " is not one simple value, so it cannot have an example.",
          "Put the examples on its members.");
      return;
    }
    try {
      requireValue(example, value);
      byPlace.put(member.signature(), example);
    } catch (LexicalException invalid) {
      String asked = invalid.expected() == null ? "" : ": expected " + invalid.expected();
      problems.add(
          ProblemCode.EXAMPLE_INVALID,
          path,
          "its example, \"" + example + "\", is not a value of its type" + asked + ".",
          "Write a valid one in its form on the wire, as in 42.50 or 2027-06-11.");
    }
  }

  /** All examples read so far. */
  Examples all() {
    return new Examples(byPlace);
  }

  private static JavaForm valueOf(JavaForm use) {
    if (use instanceof JavaForm.Maybe maybe) {
      return valueOf(maybe.of());
    }
    if (use instanceof JavaForm.Wrapped wrapped) {
      return valueOf(wrapped.many());
    }
    return use instanceof JavaForm.Many many ? valueOf(many.of()) : use;
  }

  /**
   * Checks that a text is a value of a simple type, and satisfies its constraints.
   *
   * @throws LexicalException if it does not
   */
  static void requireValue(String text, JavaForm use) {
    if (use instanceof JavaForm.Simple simple) {
      Object value = simple.row().lexical().parse(text);
      simple.constraints().forEach(constraint -> constraint.check(value));
    } else if (use instanceof JavaForm.Constant constant
        && !constant.constants().containsKey(text)) {
      throw new LexicalException("none of its constants");
    }
  }
}
