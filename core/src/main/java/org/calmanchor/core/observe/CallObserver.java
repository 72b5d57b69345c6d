package org.calmanchor.core.observe;

import java.util.List;

/**
 * Is told of each call that has ended, also of those that reached no operation. It runs on the
 * thread that has ended the call, so it must be quick, and it is used by many threads.
 */
@FunctionalInterface
public interface CallObserver {
  /** Tells of a call. What it throws is logged. */
  void ended(CallRecord call);

  /**
   * Tells of a host that starts.
   *
   * @param counts how many calls it has just now
   * @param operations all that it serves, before any reload
   */
  default void started(CallCounts counts, List<ServedOperation> operations) {}
}
