package org.calmanchor.host;

import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Addresses as text. Those of callers are remembered, because each call needs its own several
 * times, and the same text is compared more quickly than an equal one.
 */
final class AddressCache {
  private static final int MOST = 1_000;
  private static final Map<InetAddress, String> KNOWN = new ConcurrentHashMap<>();

  private AddressCache() {}

  /** The address without its port; empty if it is not one of the internet. */
  static String of(SocketAddress address) {
    return address instanceof InetSocketAddress inet && inet.getAddress() != null
        ? of(inet.getAddress())
        : "";
  }

  private static String of(InetAddress address) {
    if (!(address instanceof Inet4Address)) {
      // Equal addresses of version 6 may differ in their network interface, which the text has.
      return address.getHostAddress();
    }
    String known = KNOWN.get(address);
    return known == null ? remembered(address) : known;
  }

  private static String remembered(InetAddress address) {
    if (KNOWN.size() >= MOST) {
      KNOWN.clear();
    }
    return KNOWN.computeIfAbsent(address, InetAddress::getHostAddress);
  }
}
