package org.calmanchor.core.access;

import java.time.Duration;

/** How slow wrong credentials become, by their address or name. Safe for several threads. */
final class Failures {
  /** So many are taken for slips. */
  private static final int FREE = 5;

  private static final int MOST_DOUBLINGS = 20;

  private final Duration first;
  private final Duration most;
  private final FailureCounts counts;
  private final String kind;

  /**
   * Creates waits by counts.
   *
   * @param first the wait after the first failure that is no slip; each one more doubles it
   * @param most the longest wait
   * @param kind what keys have before them
   */
  Failures(Duration first, Duration most, FailureCounts counts, String kind) {
    this.first = first;
    this.most = most;
    this.counts = counts;
    this.kind = kind;
  }

  /** Notes that credentials were wrong. */
  void add(String key) {
    counts.add(kind + key);
  }

  /** Notes that credentials were right. */
  void forget(String key) {
    counts.forget(kind + key);
  }

  /** Whether credentials were wrong lately. */
  boolean has(String key) {
    return counts.find(kind + key).failures() > 0;
  }

  /** How long to wait from now on; zero for no time. */
  Duration wait(String key) {
    FailureCounts.Count count = counts.find(kind + key);
    if (count.failures() <= FREE) {
      return Duration.ZERO;
    }
    int doublings = Math.min(MOST_DOUBLINGS, count.failures() - FREE - 1);
    Duration wait = first.multipliedBy(1L << doublings);
    Duration left = (wait.compareTo(most) < 0 ? wait : most).minus(count.since());
    return left.isNegative() ? Duration.ZERO : left;
  }
}
