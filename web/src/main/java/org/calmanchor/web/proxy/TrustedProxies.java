package org.calmanchor.web.proxy;

import java.security.cert.X509Certificate;
import java.util.List;
import java.util.Set;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/** Proxies that are trusted to say where requests come from. Safe for any number of threads. */
public final class TrustedProxies {
  /** No proxy is trusted. */
  public static final TrustedProxies NONE =
      new TrustedProxies(Set.of(), ForwardingHeaders.X_FORWARDED, List.of());

  private final Set<String> addresses;
  private final ForwardingHeaders form;
  private final @Nullable ClientCertHeaders certificates;

  /**
   * Trusts proxies.
   *
   * @param addresses as numbers
   * @param form in which they say where a request comes from
   * @param authorities have issued the client certificates that proxies pass on; if there are none,
   *     what proxies say of certificates does not count
   * @throws org.calmanchor.core.keys.KeysException when one of them cannot be used
   */
  public TrustedProxies(
      Set<String> addresses, ForwardingHeaders form, List<X509Certificate> authorities) {
    this.addresses = Set.copyOf(addresses);
    this.form = form;
    this.certificates = authorities.isEmpty() ? null : new ClientCertHeaders(authorities);
  }

  /**
   * The request as its client has sent it; the same one if it does not come from a trusted proxy.
   *
   * @throws RefusedForwardingException when a header of the proxy cannot be read, or the client's
   *     certificate is not valid
   */
  public HttpRequest original(HttpRequest request) {
    return !addresses.isEmpty() && addresses.contains(request.remoteAddress())
        ? new ProxiedRequest(
            request,
            ForwardingInfo.of(request, addresses, form),
            certificates == null ? null : certificates.read(request))
        : request;
  }
}
