package org.calmanchor.core.content;

import java.util.function.IntPredicate;

/**
 * What an example of a content leaves out, and how long it may be: groups inside groups can ask for
 * more elements than fit into memory. For one example.
 */
final class ExampleLimit {
  private static final int MOST = 5_000;

  private final IntPredicate avoids;
  private int left = MOST;

  /**
   * Creates a limit.
   *
   * @param avoids whether a position is left out
   */
  ExampleLimit(IntPredicate avoids) {
    this.avoids = avoids;
  }

  /** Whether a position may stand in the example; each question counts. */
  boolean allows(int position) {
    return left > 0 && left-- > 0 && !avoids.test(position);
  }

  /** Whether so many positions may stand so many times. */
  boolean allows(int positions, int times) {
    return left > 0 && (long) positions * times <= MOST;
  }

  /** Whether the example has become too long. */
  boolean isReached() {
    return left <= 0;
  }
}
