package org.calmanchor.core.observe;

/** How many calls a host has just now. Safe for any number of threads. */
public interface CallCounts {
  /** The number of calls, pages and documents that run now. */
  int count();

  /** The number of calls whose code still runs after it was interrupted. */
  int stuckCount();

  /** The number of calls of an operation that run now. */
  int count(ServedOperation operation);

  /** The number of calls of an operation whose code still runs after it was interrupted. */
  int stuckCount(ServedOperation operation);
}
