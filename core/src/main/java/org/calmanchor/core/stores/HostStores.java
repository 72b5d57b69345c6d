package org.calmanchor.core.stores;

import org.calmanchor.core.access.FailureCounts;
import org.calmanchor.core.access.ReplayMemory;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.session.Sessions;

/**
 * What a host remembers from one call to the next. It is in the memory of the host, or in a server
 * that several hosts of one service share. A host asks for each store once, when it starts, and
 * closes the stores when it has stopped. Used by many threads.
 */
public interface HostStores extends AutoCloseable {
  /** Keeps answers that may be given again, within the limits of the host. */
  AnswerStore answers(Limits limits);

  /** Remembers what may be used only once. */
  ReplayMemory replayMemory();

  /** Counts wrong credentials. */
  FailureCounts failures();

  /**
   * Keeps sessions, within the limits of the host.
   *
   * @param exempt the addresses that have no share of their own
   */
  Sessions sessions(Limits limits, ExemptAddresses exempt);

  /** Ends all connections and sessions that are only here. Does nothing if it is closed already. */
  @Override
  void close();
}
