package org.calmanchor.core.constraint;

import java.util.List;
import java.util.function.Predicate;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.Facet;

/**
 * A condition on a value, besides its type.
 *
 * @param words what is expected, in words that follow "expected"
 * @param facets the facets that say exactly the same; empty where XML Schema has none
 * @param test whether a value obeys
 */
public record Constraint(String words, List<Facet> facets, Predicate<Object> test) {
  /** Copies the facets. */
  public Constraint {
    facets = List.copyOf(facets);
  }

  /**
   * Checks a value.
   *
   * @throws LexicalException when it does not
   */
  public void check(Object value) {
    if (!test.test(value)) {
      throw LexicalException.constrained(words);
    }
  }

  /** Whether the published schema expresses the constraint. */
  public boolean isPublished() {
    return !facets.isEmpty();
  }
}
