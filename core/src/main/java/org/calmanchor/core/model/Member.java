package org.calmanchor.core.model;

/**
 * An element of a structure, whether it is local or a reference.
 *
 * @param element its declaration
 * @param min how often it must stand, 0 or more
 * @param max how often it may stand, inclusive; {@link Particle#UNBOUNDED} for no limit
 */
public record Member(ElementDeclaration element, int min, int max) {
  /** Its local name. */
  public String name() {
    return element.name().getLocalPart();
  }

  /** Whether it may occur more than once. */
  public boolean repeats() {
    return max > 1;
  }

  /** Whether it must occur at least once. */
  public boolean isRequired() {
    return min > 0;
  }
}
