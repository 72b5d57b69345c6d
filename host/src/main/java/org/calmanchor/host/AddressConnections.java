package org.calmanchor.host;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Shares;
import org.eclipse.jetty.io.EndPoint;

/** Closes connections of an address that has too many. Safe for any number of threads. */
final class AddressConnections {
  private final Shares shares;

  /** The counted connections with their addresses: a closed connection has no address any more. */
  private final Map<EndPoint, String> counted = new ConcurrentHashMap<>();

  AddressConnections(int most, ExemptAddresses unshared) {
    this.shares = Shares.ofAddresses(most, unshared);
  }

  void opened(EndPoint connection) {
    String address = AddressCache.of(connection.getRemoteSocketAddress());
    if (shares.enter(address)) {
      counted.put(connection, address);
    } else {
      connection.close();
    }
  }

  void closed(EndPoint connection) {
    String address = counted.remove(connection);
    if (address != null) {
      shares.leave(address);
    }
  }
}
