package org.calmanchor.web.proxy;

import java.io.InputStream;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/** A request as it was before a proxy passed it on. */
final class ProxiedRequest implements HttpRequest {
  private final HttpRequest request;
  private final ForwardingInfo info;
  private final @Nullable X509Certificate certificate;

  ProxiedRequest(HttpRequest request, ForwardingInfo info, @Nullable X509Certificate certificate) {
    this.request = request;
    this.info = info;
    this.certificate = certificate;
  }

  @Override
  public String method() {
    return request.method();
  }

  @Override
  public String path() {
    return request.path();
  }

  @Override
  public @Nullable String query() {
    return request.query();
  }

  @Override
  public @Nullable String header(String name) {
    return request.header(name);
  }

  @Override
  public List<String> headers(String name) {
    return request.headers(name);
  }

  @Override
  public boolean isRepeated(String name) {
    return request.isRepeated(name);
  }

  @Override
  public Map<String, String> headers() {
    return request.headers();
  }

  @Override
  public String scheme() {
    return info.scheme() == null ? request.scheme() : info.scheme();
  }

  @Override
  public boolean isProxied() {
    return info.authority() != null;
  }

  @Override
  public String prefix() {
    return info.prefix();
  }

  @Override
  public @Nullable String authority() {
    return info.authority() == null ? request.authority() : info.authority();
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    return certificate;
  }

  @Override
  public String localAddress() {
    return request.localAddress();
  }

  @Override
  public String remoteAddress() {
    return info.address() == null ? request.remoteAddress() : info.address();
  }

  @Override
  public InputStream body() {
    return request.body();
  }

  @Override
  public long length() {
    return request.length();
  }

  @Override
  public void resume(Runnable rest) {
    request.resume(rest);
  }

  @Override
  public @Nullable Instant deadline() {
    return request.deadline();
  }

  @Override
  public boolean isCancelled() {
    return request.isCancelled();
  }
}
