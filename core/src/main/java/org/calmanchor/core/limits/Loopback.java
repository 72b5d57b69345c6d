package org.calmanchor.core.limits;

/** The addresses by which a machine reaches itself (RFC 1122, section 3.2.1.3; RFC 4291, 2.5.3). */
public final class Loopback {
  private Loopback() {}

  /** Whether an address, written as connections report it, is one of them. */
  public static boolean contains(String address) {
    return address.startsWith("127.") || address.equals("0:0:0:0:0:0:0:1") || address.equals("::1");
  }
}
