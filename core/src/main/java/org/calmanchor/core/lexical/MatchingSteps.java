package org.calmanchor.core.lexical;

/**
 * How many steps several matches may take together, a step being a look at a character. For one
 * thread at a time.
 */
public final class MatchingSteps {
  private long left;

  private MatchingSteps(long most) {
    this.left = most;
  }

  /** Each match has its own limit only. */
  public static MatchingSteps unlimited() {
    return new MatchingSteps(Long.MAX_VALUE);
  }

  /**
   * At most so many.
   *
   * @param most not negative
   */
  public static MatchingSteps atMost(long most) {
    return new MatchingSteps(most);
  }

  /** How many are left; zero if no text can be matched any more. */
  public long left() {
    return left;
  }

  void take(long steps) {
    left = Math.max(0, left - steps);
  }
}
