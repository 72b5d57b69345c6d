package org.calmanchor.core.lexical;

/**
 * How many steps several matches may take together, a step being a look at a character. For one
 * thread at a time.
 */
public final class MatchingBudget {
  private long left;

  /**
   * Creates a budget.
   *
   * @param steps not negative
   */
  public MatchingBudget(long steps) {
    this.left = steps;
  }

  /** How many are left; zero if no text can be matched any more. */
  public long left() {
    return left;
  }

  void take(long steps) {
    left = Math.max(0, left - steps);
  }
}
