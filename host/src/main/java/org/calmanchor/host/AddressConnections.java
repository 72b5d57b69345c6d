package org.calmanchor.host;

import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.endpoint.AddressShares;
import org.calmanchor.core.endpoint.UnsharedAddresses;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;

/**
 * Closes connections of an address that has its share of them already. Safe for any number of
 * threads.
 */
final class AddressConnections implements Connection.Listener {
  private final AddressShares shares;

  /** The end points that count; one may carry several connections, as an upgrade to HTTP/2 does. */
  private final Set<EndPoint> counted = ConcurrentHashMap.newKeySet();

  AddressConnections(int most, UnsharedAddresses unshared) {
    this.shares = new AddressShares(most, unshared);
  }

  @Override
  public void onOpened(Connection connection) {
    EndPoint endPoint = connection.getEndPoint();
    if (counted.add(endPoint) && !shares.enter(addressOf(endPoint))) {
      counted.remove(endPoint);
      endPoint.close();
    }
  }

  @Override
  public void onClosed(Connection connection) {
    EndPoint endPoint = connection.getEndPoint();
    if (!endPoint.isOpen() && counted.remove(endPoint)) {
      shares.leave(addressOf(endPoint));
    }
  }

  private static String addressOf(EndPoint endPoint) {
    SocketAddress address = endPoint.getRemoteSocketAddress();
    return address instanceof InetSocketAddress inet && inet.getAddress() != null
        ? inet.getAddress().getHostAddress()
        : "";
  }
}
