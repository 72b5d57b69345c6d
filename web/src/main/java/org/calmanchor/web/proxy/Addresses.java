package org.calmanchor.web.proxy;

import java.net.InetAddress;
import java.net.UnknownHostException;

/** Addresses in the form in which connections report them. */
public final class Addresses {
  private Addresses() {}

  /**
   * An address that is written as numbers, in the form in which connections report it.
   *
   * @throws IllegalArgumentException when it is written as a name
   */
  public static String number(String address) {
    // A host name would need a lookup, whose result may change.
    if (!address.matches("[0-9.]+|[0-9A-Fa-f:.%]+")) {
      throw new IllegalArgumentException(
          "\""
              + address
              + "\" is not an address; write numbers, such as 192.0.2.10 or 2001:db8::7");
    }
    try {
      return InetAddress.getByName(address).getHostAddress();
    } catch (UnknownHostException malformed) {
      throw new IllegalArgumentException("\"" + address + "\" is not an address.", malformed);
    }
  }

  /**
   * An address that is written as numbers.
   *
   * @throws RefusedForwardingException when it is none
   */
  static String number(String text, String header) {
    // A text without colon and with other things than numbers and dots would be looked up.
    if (text.indexOf(':') < 0 && !text.matches("[0-9]{1,3}(\\.[0-9]{1,3}){3}")) {
      throw RefusedForwardingException.malformed(header);
    }
    try {
      return InetAddress.getByName(text).getHostAddress();
    } catch (UnknownHostException malformed) {
      throw RefusedForwardingException.malformed(header);
    }
  }
}
