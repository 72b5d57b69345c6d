package org.calmanchor.web.proxy;

import java.net.InetAddress;
import java.net.UnknownHostException;

/** Addresses in the form in which connections report them. */
final class Addresses {
  private Addresses() {}

  /**
   * An address that is written as numbers.
   *
   * @throws MalformedForwardingException when it is none
   */
  static String number(String text, String header) {
    // A text without colon and with other things than numbers and dots would be looked up.
    if (text.indexOf(':') < 0 && !text.matches("[0-9]{1,3}(\\.[0-9]{1,3}){3}")) {
      throw new MalformedForwardingException(header);
    }
    try {
      return InetAddress.getByName(text).getHostAddress();
    } catch (UnknownHostException malformed) {
      throw new MalformedForwardingException(header);
    }
  }
}
