package org.calmanchor.core.model;

/**
 * A term and how often it may stand (XML Schema 1.0 part 1, section 3.9).
 *
 * @param term what is repeated
 * @param min the least number, 0 or more
 * @param max the greatest number, inclusive; {@link #UNBOUNDED} for no limit
 */
public record Particle(Term term, int min, int max) {
  /** Marker: no upper limit. */
  public static final int UNBOUNDED = Integer.MAX_VALUE;

  /** Refuses impossible ranges. */
  public Particle {
    if (min < 0 || max < min) {
      throw new IllegalArgumentException(
          "a particle cannot occur " + min + " to " + max + " times");
    }
  }

  /** Whether it may occur more than once. */
  public boolean repeats() {
    return max > 1;
  }
}
