package org.calmanchor.core.access;

import java.time.Duration;

/**
 * Counts wrong credentials by what they have in common, such as their address, so that more of them
 * become slow. It forgets a count after {@link #QUIET} without another failure. Several hosts of
 * one service may share counts. Used by several threads.
 */
public interface FailureCounts {
  /** How long a count is kept after the last failure. */
  Duration QUIET = Duration.ofMinutes(15);

  /** Notes a failure. */
  void add(String key);

  /** Forgets the failures of a key, since credentials were right. */
  void forget(String key);

  /** The failures of a key. */
  Count find(String key);

  /**
   * Some failures.
   *
   * @param failures how many there were
   * @param since how long ago the last one was
   */
  record Count(int failures, Duration since) {
    /** No failures. */
    public static final Count NONE = new Count(0, Duration.ZERO);
  }
}
