package org.calmanchor.web.proxy;

import java.security.cert.X509Certificate;
import org.calmanchor.web.http.DelegatedRequest;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/** A request as it was before a proxy passed it on. */
final class ProxiedRequest extends DelegatedRequest {
  private final ForwardingInfo info;
  private final @Nullable X509Certificate certificate;

  ProxiedRequest(HttpRequest request, ForwardingInfo info, @Nullable X509Certificate certificate) {
    super(request);
    this.info = info;
    this.certificate = certificate;
  }

  @Override
  public String scheme() {
    return info.scheme() == null ? super.scheme() : info.scheme();
  }

  @Override
  public @Nullable String authority() {
    return info.authority() == null ? super.authority() : info.authority();
  }

  @Override
  public String remoteAddress() {
    return info.address() == null ? super.remoteAddress() : info.address();
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    return certificate;
  }

  @Override
  public boolean isProxied() {
    return info.authority() != null;
  }

  @Override
  public String prefix() {
    // The proxy has removed its part before the server has removed the other one.
    return info.prefix() + super.prefix();
  }
}
