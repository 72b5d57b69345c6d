package org.calmanchor.core.constraint;

import java.util.List;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Particle;

/**
 * The constraints at one position.
 *
 * @param values what each value must obey
 * @param min how many values there must be, for a container
 * @param max how many values there may be, for a container
 * @param needsProvider whether a provider has to check something
 */
public record Constraints(List<Constraint> values, int min, int max, boolean needsProvider) {
  /** No constraints. */
  public static final Constraints NONE = new Constraints(List.of(), 0, Particle.UNBOUNDED, false);

  /** Adds sentences to a member's documentation, for constraints that the schema cannot express. */
  public String addedTo(String doc) {
    List<String> words =
        values.stream().filter(c -> !c.isPublished()).map(Constraint::words).toList();
    if (words.isEmpty()) {
      return doc;
    }
    String space = doc.isEmpty() ? "" : doc.endsWith(".") ? " " : ". ";
    return doc + space + "Must be " + String.join(" and ", words) + ".";
  }

  /** The same constraints without facets, for a position whose schema type cannot have facets. */
  public Constraints withoutFacets() {
    List<Constraint> plain =
        values.stream().map(each -> new Constraint(each.words(), List.of(), each.test())).toList();
    return new Constraints(plain, min, max, needsProvider);
  }

  /** The facets that express the constraints in the schema. */
  public List<Facet> facets() {
    return values.stream().flatMap(constraint -> constraint.facets().stream()).toList();
  }
}
