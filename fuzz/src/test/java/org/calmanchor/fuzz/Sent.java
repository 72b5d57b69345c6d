package org.calmanchor.fuzz;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;

/** A request made of arbitrary parts, and what came back. */
final class Sent implements HttpRequest, HttpResponse {
  private final String method;
  private final String query;
  private final Map<String, String> headers;
  private final byte[] body;
  private final boolean isLengthKnown;
  final ByteArrayOutputStream answer = new ByteArrayOutputStream();
  final StringBuilder responseHeaders = new StringBuilder();
  int status;
  boolean aborted;
  byte[] plain = new byte[0];

  Sent(
      String method,
      String query,
      Map<String, String> headers,
      byte[] body,
      boolean isLengthKnown) {
    this.method = method;
    this.query = query;
    this.headers = headers;
    this.body = body;
    this.isLengthKnown = isLengthKnown;
  }

  /** All that the sender wrote, as text. */
  String everything() {
    return new String(body, StandardCharsets.UTF_8)
        + new String(body, StandardCharsets.UTF_16)
        + new String(plain, StandardCharsets.UTF_8)
        + new String(plain, StandardCharsets.UTF_16)
        + headers
        + query;
  }

  @Override
  public String method() {
    return method;
  }

  @Override
  public String path() {
    return "/c";
  }

  @Override
  public String query() {
    return query;
  }

  @Override
  public String header(String name) {
    return headers.get(name.toLowerCase(Locale.ROOT));
  }

  @Override
  public List<String> headers(String name) {
    return header(name) == null ? List.of() : List.of(header(name));
  }

  @Override
  public Map<String, String> headers() {
    return headers;
  }

  @Override
  public String protocol() {
    return "HTTP/1.1";
  }

  @Override
  public String scheme() {
    return "http";
  }

  @Override
  public String authority() {
    return headers.getOrDefault("host", "localhost");
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    return null;
  }

  @Override
  public String localAddress() {
    return "127.0.0.1";
  }

  @Override
  public String remoteAddress() {
    return "127.0.0.1";
  }

  @Override
  public InputStream body() {
    return new ByteArrayInputStream(body);
  }

  @Override
  public long length() {
    return isLengthKnown ? body.length : -1;
  }

  @Override
  public void resume(Runnable rest) {
    rest.run();
  }

  @Override
  public Instant deadline() {
    return null;
  }

  @Override
  public boolean isCancelled() {
    return false;
  }

  @Override
  public void status(int code) {
    status = code;
  }

  @Override
  public void header(String name, String value) {
    responseHeaders.append(name).append(": ").append(value).append('\n');
  }

  @Override
  public OutputStream output() {
    return answer;
  }

  @Override
  public void abort() {
    aborted = true;
  }
}
