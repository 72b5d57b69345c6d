package org.calmanchor.web.proxy;

import java.util.Set;
import org.calmanchor.web.http.HttpRequest;

/**
 * Proxies that are trusted to say where requests come from. Immutable.
 *
 * @param addresses as numbers
 */
public record TrustedProxies(Set<String> addresses) {
  /** No proxy is trusted. */
  public static final TrustedProxies NONE = new TrustedProxies(Set.of());

  /** Copies the set. */
  public TrustedProxies {
    addresses = Set.copyOf(addresses);
  }

  /**
   * The request as its client has sent it; the same one if it does not come from a trusted proxy.
   *
   * @throws MalformedForwardingException when a header of the proxy cannot be read
   */
  public HttpRequest original(HttpRequest request) {
    return !addresses.isEmpty() && addresses.contains(request.remoteAddress())
        ? new ProxiedRequest(
            request, ForwardingInfo.of(request, addresses), ClientCertHeader.of(request))
        : request;
  }
}
