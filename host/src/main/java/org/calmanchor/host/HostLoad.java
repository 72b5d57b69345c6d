package org.calmanchor.host;

import java.util.Map;
import org.calmanchor.core.limits.Limit;

/**
 * How much of what a host has is used at one moment.
 *
 * @param calls the calls, pages and documents that run
 * @param connections the open connections
 * @param sessions the sessions that are kept in this process
 * @param heldBytes what messages hold, estimated
 * @param mostHeldBytes what they may hold
 * @param waitingPasswords the credentials that wait to be verified
 * @param refused how often limits have refused something since the start, without those that never
 *     did
 */
public record HostLoad(
    Part calls,
    Part connections,
    Part sessions,
    long heldBytes,
    long mostHeldBytes,
    int waitingPasswords,
    Map<Limit, Long> refused) {
  /**
   * How much is used of what there is.
   *
   * @param now the number that is used
   * @param most the number that there may be
   */
  public record Part(long now, long most) {
    @Override
    public String toString() {
      return now + " of " + most;
    }
  }

  /** Copies the counts. */
  public HostLoad {
    refused = Map.copyOf(refused);
  }
}
