package org.calmanchor.core.model;

/**
 * Any element, or any attribute, of some namespaces (XML Schema 1.0 part 1, section 3.10).
 *
 * @param namespaces which namespaces are allowed
 * @param processing how strictly what stands there is validated
 */
public record Wildcard(NamespaceConstraint namespaces, Processing processing) implements Term {
  /** Anything, validated where a declaration is known. */
  public static final Wildcard ANY = new Wildcard(NamespaceConstraint.ANY, Processing.LAX);

  /** The values of {@code processContents}. */
  public enum Processing {
    /** A declaration must be known, and is obeyed. */
    STRICT,
    /** A declaration is obeyed where it is known. */
    LAX,
    /** Nothing is validated. */
    SKIP
  }
}
