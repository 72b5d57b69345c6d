package org.calmanchor.web;

import org.calmanchor.web.http.HttpRequest;

/** For whom services have a test page. */
public enum PageAudience {
  /** There is no test page. */
  NOBODY,
  /**
   * Those who use this machine: both ends of the connection are loopback addresses, and no proxy
   * says that it passes the request of somebody else on.
   */
  THIS_MACHINE,
  /** All who reach the site. */
  EVERYBODY;

  /** Whether the sender of a request belongs to it. */
  boolean includes(HttpRequest request) {
    return switch (this) {
      case NOBODY -> false;
      case EVERYBODY -> true;
      case THIS_MACHINE ->
          isLoopback(request.remoteAddress())
              && isLoopback(request.localAddress())
              && request.header("Forwarded") == null
              && request.header("X-Forwarded-For") == null
              && request.header("Via") == null;
    };
  }

  private static boolean isLoopback(String address) {
    return address.startsWith("127.") || address.equals("::1") || address.equals("0:0:0:0:0:0:0:1");
  }
}
