package org.calmanchor.web.http;

import java.util.Locale;
import java.util.Set;
import org.calmanchor.core.access.Sender;
import org.calmanchor.core.limits.Loopback;
import org.jspecify.annotations.Nullable;

/**
 * Tells requests of this machine from others, as well as one can: a proxy on this machine that adds
 * no header, speaks HTTP/1.1 and writes a name of this machine as Host cannot be recognized.
 */
public final class ThisMachine {
  /** What proxies say besides {@code X-Forwarded-*}, in lower case. */
  private static final Set<String> FORWARDING =
      Set.of("forwarded", "via", "x-real-ip", "x-client-ip", "client-ip", "true-client-ip");

  private ThisMachine() {}

  /**
   * Whether a request was sent on this machine: both ends of the connection are loopback addresses,
   * and no proxy says that it passes the request on.
   */
  public static boolean isSenderOf(HttpRequest request) {
    return Loopback.contains(request.remoteAddress())
        && Loopback.contains(request.localAddress())
        && !isForwarded(request);
  }

  /**
   * Whether a browser on this machine has sent a request. Besides, it asks by a name of this
   * machine, with HTTP/1.1 or later, and does not want the connection closed; some proxies give
   * themselves away so.
   */
  public static boolean isBrowserOf(HttpRequest request) {
    return isSenderOf(request)
        && isName(hostOf(request.authority()))
        && !request.protocol().equals("HTTP/1.0")
        && !"close".equalsIgnoreCase(request.header("Connection"));
  }

  /** Where the credentials of a request come from. */
  public static Sender sender(HttpRequest request) {
    return new Sender(request.remoteAddress(), isForwarded(request));
  }

  private static boolean isForwarded(HttpRequest request) {
    for (String name : request.headers().keySet()) {
      String lower = name.toLowerCase(Locale.ROOT);
      if (lower.startsWith("x-forwarded-") || FORWARDING.contains(lower)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a host is a name or an address by which every machine calls itself. */
  public static boolean isName(@Nullable String host) {
    return host != null
        && (host.equals("localhost")
            || host.equals("[::1]")
            || host.matches("127\\.[0-9]{1,3}\\.[0-9]{1,3}\\.[0-9]{1,3}"));
  }

  /** The host in an authority, in lower case and without its port; null for none. */
  public static @Nullable String hostOf(@Nullable String authority) {
    if (authority == null) {
      return null;
    }
    String lower = authority.toLowerCase(Locale.ROOT);
    int port = lower.lastIndexOf(':');
    return port > lower.lastIndexOf(']') ? lower.substring(0, port) : lower;
  }
}
