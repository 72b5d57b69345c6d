package org.calmanchor.core.conformance;

import java.util.List;
import java.util.stream.Collectors;

/**
 * A place in a document that breaks a rule.
 *
 * @param rule the rule
 * @param profiles the profiles that are broken; empty for advice of our own
 * @param document the name of the document; empty for the one that was judged
 * @param line where, counted from 1; 0 when unknown
 * @param what what is found there, as a sentence
 */
public record Finding(Rule rule, List<Profile> profiles, String document, int line, String what) {
  /** Copies the profiles. */
  public Finding {
    profiles = List.copyOf(profiles);
  }

  /** Two lines: rule, location and what was found there; then what the rule says. */
  @Override
  public String toString() {
    String titles = profiles.stream().map(Profile::title).collect(Collectors.joining(", "));
    return rule
        + (document.isEmpty() ? "" : " " + document)
        + (line > 0 ? " line " + line : "")
        + ": "
        + what
        + "\n  "
        + rule.text()
        + (titles.isEmpty() ? "" : " (" + titles + ")");
  }
}
