package org.calmanchor.core.read;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.model.Names;

/** Collects problems while reading goes on; the same one counts once. */
final class Problems {
  private final Set<Problem> found = new LinkedHashSet<>();

  void add(ProblemCode code, String element, String what, String mend) {
    found.add(new Problem(code, element, what, mend));
  }

  List<Problem> all() {
    return List.copyOf(found);
  }

  /** The given name, or the default when none was given; a problem when it is no XML name. */
  String name(String given, String byDefault, JavaElement element, String written) {
    String name = given.isEmpty() ? byDefault : given;
    if (!Names.isNcName(name)) {
      add(
          ProblemCode.NAME_INVALID,
          element.signature(),
          "\"" + name + "\" cannot be a name in XML.",
          "Give a name of letters, digits, '.', '-' and '_' that starts with a letter: "
              + written
              + "(name = \"...\").");
    }
    return name;
  }
}
