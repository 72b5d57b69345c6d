package org.calmanchor.host;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.LimitCounts;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.limits.Shares;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.util.thread.Scheduler;

/**
 * The open connections by their addresses: closes those of an address that has too many, and idle
 * ones when there are almost as many as there may be. Safe for any number of threads.
 */
final class AddressConnections {
  /** The part of all connections that is kept free for new ones: one in so many. */
  private static final int RESERVE = 20;

  /** How soon it is looked again for idle connections while there is no room. */
  private static final int LOOK_MILLIS = 250;

  private final Shares shares;
  private final LimitCounts refused;
  private final int crowd;
  private final int reserve;
  private final AtomicBoolean isMakingRoom = new AtomicBoolean();

  /** The counted connections with their addresses: a closed connection has no address any more. */
  private final Map<EndPoint, String> counted = new ConcurrentHashMap<>();

  AddressConnections(Limits limits, ExemptAddresses unshared, LimitCounts refused) {
    this.refused = refused;
    int most = (int) limits.value(Limit.CONNECTIONS);
    this.reserve = Math.max(1, most / RESERVE);
    this.crowd = Math.max(1, most - reserve);
    this.shares = Shares.ofAddresses((int) limits.value(Limit.CONNECTIONS_PER_ADDRESS), unshared);
  }

  /** Counts a connection, or closes it because its address has too many. */
  void open(EndPoint connection, Scheduler scheduler) {
    String address = AddressCache.of(connection.getRemoteSocketAddress());
    if (!shares.enter(address)) {
      refused.count(Limit.CONNECTIONS_PER_ADDRESS);
      connection.close();
      return;
    }
    counted.put(connection, address);
    if (counted.size() > crowd && isMakingRoom.compareAndSet(false, true)) {
      scheduler.schedule(() -> makeRoom(scheduler), 0, TimeUnit.MILLISECONDS);
    }
  }

  private void makeRoom(Scheduler scheduler) {
    try {
      for (int closed = IdleConnections.close(counted, reserve); closed > 0; closed--) {
        refused.count(Limit.CONNECTIONS);
      }
    } finally {
      isMakingRoom.set(false);
    }
    if (counted.size() > crowd && isMakingRoom.compareAndSet(false, true)) {
      scheduler.schedule(() -> makeRoom(scheduler), LOOK_MILLIS, TimeUnit.MILLISECONDS);
    }
  }

  /** How many are open. */
  int count() {
    return counted.size();
  }

  /** Counts a connection less. */
  void close(EndPoint connection) {
    String address = counted.remove(connection);
    if (address != null) {
      shares.leave(address);
    }
  }
}
