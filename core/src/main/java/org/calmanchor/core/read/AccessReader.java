package org.calmanchor.core.read;

import java.util.List;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.introspection.JavaElement;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;

/** Reads who may call the operations of a service. */
final class AccessReader {
  private final Problems problems;
  private final Access ofAll;

  AccessReader(JavaType service, PortType given, Problems problems) {
    this.problems = problems;
    this.ofAll = read(service, List.of(given.callers()), "@PortType");
  }

  /** Who may call a method, with the words of its annotation. */
  Access of(JavaMethod method, List<String> words) {
    return read(method, words, "@Operation").or(ofAll);
  }

  private Access read(JavaElement place, List<String> words, String annotation) {
    try {
      return Access.of(words);
    } catch (IllegalArgumentException wrong) {
      problems.add(
          ProblemCode.CALLERS_INVALID,
          place.signature(),
          "its callers are not clear: " + wrong.getMessage() + ".",
          "Name roles, as in " + annotation + "(callers = {\"clerk\", \"harbor-master\"}).");
      return Access.UNSAID;
    }
  }
}
