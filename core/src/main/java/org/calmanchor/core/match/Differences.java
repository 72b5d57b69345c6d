package org.calmanchor.core.match;

import java.util.Collection;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;

/** Reports where code and document disagree. */
final class Differences {
  private final Problems problems;

  Differences(Problems problems) {
    this.problems = problems;
  }

  /** Something in the code has no counterpart in the document. */
  void notInDocument(String where, String what, String name, Collection<String> known) {
    String has = known.isEmpty() ? "none" : String.join(", ", known);
    problems.add(
        ProblemCode.NOT_IN_DOCUMENT,
        where,
        what + " \"" + name + "\" is not in the document, which has: " + has + ".",
        NearMiss.of(name, known, "Remove it, or give it the name that it has in the document."));
  }

  /** Something in the document has no counterpart in the code. */
  void notInCode(String where, String what, Origin origin, String fix) {
    problems.add(ProblemCode.NOT_IN_CODE, where, "it has no " + what + at(origin) + ".", fix);
  }

  /** Code and document say different things of the same. */
  void differs(String where, String code, String document, Origin origin, String fix) {
    problems.add(
        ProblemCode.DIFFERS_FROM_DOCUMENT,
        where,
        code + ", but " + document + at(origin) + ".",
        fix);
  }

  /** The fix where only a tree of values holds what the document allows. */
  static final String TREE =
      "Hold it in a Map<String, Object>, whose values are texts, lists and such maps.";

  /** Something in the document cannot be represented in Java. */
  void notHostable(String where, String what, Origin origin, String fix) {
    problems.add(ProblemCode.NOT_HOSTABLE, where, what + at(origin) + ".", fix);
  }

  private static String at(Origin origin) {
    return origin.place().isEmpty() ? "" : " (" + origin.place() + ")";
  }

  /** What a type is called in a sentence. */
  static String words(ComplexType type) {
    return type.name() == null ? "the type" : "type \"" + type.name().getLocalPart() + "\"";
  }
}
