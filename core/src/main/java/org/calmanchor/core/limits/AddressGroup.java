package org.calmanchor.core.limits;

/**
 * What counts as one address: a provider gives a customer of IPv6 a network of 64 bits at least
 * (RFC 6177), from which one machine can take any number of addresses. Addresses are in the form of
 * {@link java.net.InetAddress#getHostAddress}.
 */
public final class AddressGroup {
  private static final int GROUPS_OF_64_BITS = 4;
  private static final int GROUPS_OF_48_BITS = 3;

  private AddressGroup() {}

  /** The network of 64 bits of an address of IPv6; any other text as it is. */
  public static String of(String address) {
    return network(address, GROUPS_OF_64_BITS, "::/64");
  }

  /**
   * The network of 48 bits of an address of IPv6, which a site may have; any other text as it is.
   */
  public static String site(String address) {
    return network(address, GROUPS_OF_48_BITS, "::/48");
  }

  private static String network(String address, int groups, String end) {
    int colon = address.indexOf(':');
    for (int i = 1; i < groups && colon >= 0; i++) {
      colon = address.indexOf(':', colon + 1);
    }
    return colon < 0 ? address : address.substring(0, colon) + end;
  }
}
