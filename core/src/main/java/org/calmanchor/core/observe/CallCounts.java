package org.calmanchor.core.observe;

/** How many calls a host has just now. Safe for any number of threads. */
public interface CallCounts {
  /** The number of calls, pages and documents that run now. */
  int count();

  /** The number of calls whose code still runs after it was interrupted. */
  int stuckCount();
}
