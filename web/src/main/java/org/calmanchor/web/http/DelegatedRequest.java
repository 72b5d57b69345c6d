package org.calmanchor.web.http;

import java.io.InputStream;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.access.Caller;
import org.jspecify.annotations.Nullable;

/** A request that is another one, but for what is overridden. */
public abstract class DelegatedRequest implements HttpRequest {
  private final HttpRequest request;

  /** Creates a request that is {@code request}. */
  protected DelegatedRequest(HttpRequest request) {
    this.request = request;
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
  public String protocol() {
    return request.protocol();
  }

  @Override
  public String scheme() {
    return request.scheme();
  }

  @Override
  public boolean isProxied() {
    return request.isProxied();
  }

  @Override
  public String prefix() {
    return request.prefix();
  }

  @Override
  public @Nullable String authority() {
    return request.authority();
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    return request.clientCertificate();
  }

  @Override
  public @Nullable Caller caller(Set<String> roles) {
    return request.caller(roles);
  }

  @Override
  public String localAddress() {
    return request.localAddress();
  }

  @Override
  public String remoteAddress() {
    return request.remoteAddress();
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
