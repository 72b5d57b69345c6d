package org.calmanchor.core.observe;

import org.calmanchor.core.limits.Limit;

/**
 * How many calls a host has just now, and what its limits have refused. Safe for any number of
 * threads.
 */
public interface CallCounts {
  /** The number of calls, pages and documents that run now. */
  int count();

  /** The number of calls whose code still runs after it was interrupted. */
  int stuckCount();

  /** The number of calls of an operation that run now. */
  int count(ServedOperation operation);

  /** The number of calls of an operation whose code still runs after it was interrupted. */
  int stuckCount(ServedOperation operation);

  /**
   * How often a limit has refused something since the host has started.
   *
   * @param limit one of {@link org.calmanchor.core.limits.LimitCounts#COUNTED}
   */
  long refusedBy(Limit limit);

  /** The bytes that messages hold now, estimated. */
  long heldBytes();

  /** The bytes that messages may hold together. */
  long mostHeldBytes();
}
