package org.calmanchor.core.conformance;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.document.XmlNode;

/** Collects findings while judging goes on. */
final class Findings {
  private final List<Profile> profiles;
  private final String document;
  private final Set<Finding> found;

  private Findings(List<Profile> profiles, String document, Set<Finding> found) {
    this.profiles = profiles;
    this.document = document;
    this.found = found;
  }

  /** Creates a collection for these profiles. */
  static Findings of(List<Profile> profiles) {
    return new Findings(profiles, "", new LinkedHashSet<>());
  }

  /** The same collection, restricted to some of its profiles. */
  Findings within(List<Profile> some) {
    return new Findings(some, document, found);
  }

  /** The same collection, for findings in the document of that name; empty for the first one. */
  Findings in(String name) {
    return new Findings(profiles, name, found);
  }

  void add(Rule rule, XmlNode at, String what) {
    add(rule, at.line(), what);
  }

  void add(Rule rule, int line, String what) {
    List<Profile> broken = rule.toString().startsWith("R") ? profiles : List.of();
    found.add(new Finding(rule, broken, document, line, what));
  }

  /** All findings, problems first, then by location. */
  List<Finding> all() {
    List<Finding> sorted = new ArrayList<>(found);
    List<String> documents = sorted.stream().map(Finding::document).distinct().toList();
    sorted.sort(
        Comparator.comparing((Finding finding) -> finding.rule().level())
            .thenComparingInt(finding -> documents.indexOf(finding.document()))
            .thenComparingInt(Finding::line)
            .thenComparing(finding -> finding.rule().toString()));
    return List.copyOf(sorted);
  }
}
