package org.calmanchor.web;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;

/** A request and its answer without any server. */
final class Exchange implements HttpRequest, HttpResponse {
  private final String method;
  private final String path;
  private final String query;
  private final byte[] body;
  private final Map<String, String> sent = new TreeMap<>();
  private final ByteArrayOutputStream answer = new ByteArrayOutputStream();
  final Map<String, String> headers = new TreeMap<>();
  private String remote = "127.0.0.1";
  private String local = "127.0.0.1";
  private String authority = "localhost:8080";
  private String protocol = "HTTP/1.1";
  int status;

  private Exchange(String method, String target, byte[] body) {
    int mark = target.indexOf('?');
    this.method = method;
    this.path = mark < 0 ? target : target.substring(0, mark);
    this.query = mark < 0 ? null : target.substring(mark + 1);
    this.body = body;
  }

  static Exchange get(String target) {
    return new Exchange("GET", target, new byte[0]);
  }

  static Exchange post(String target, String type, byte[] body) {
    return new Exchange("POST", target, body).with("Content-Type", type);
  }

  Exchange with(String header, String value) {
    sent.put(header.toLowerCase(Locale.ROOT), value);
    return this;
  }

  Exchange on(Site site) throws IOException {
    site.handle(this, this).toCompletableFuture().join();
    return this;
  }

  String answer() {
    return answer.toString(StandardCharsets.UTF_8);
  }

  /** The answer, which was compressed. */
  String unpacked() throws IOException {
    try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(answer.toByteArray()))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @Override
  public String method() {
    return method;
  }

  @Override
  public String path() {
    return path;
  }

  @Override
  public String query() {
    return query;
  }

  @Override
  public String header(String name) {
    return sent.get(name.toLowerCase(Locale.ROOT));
  }

  @Override
  public List<String> headers(String name) {
    return header(name) == null ? List.of() : List.of(header(name));
  }

  @Override
  public Map<String, String> headers() {
    return sent;
  }

  /** Sets who asks whom: the address of each end, the authority, and the protocol. */
  Exchange over(String remote, String local, String asked, String spoken) {
    this.remote = remote;
    this.local = local;
    this.authority = asked;
    this.protocol = spoken;
    return this;
  }

  @Override
  public String protocol() {
    return protocol;
  }

  @Override
  public String scheme() {
    return "http";
  }

  @Override
  public String authority() {
    return authority;
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    return null;
  }

  @Override
  public String localAddress() {
    return local;
  }

  @Override
  public String remoteAddress() {
    return remote;
  }

  @Override
  public long length() {
    return body.length;
  }

  @Override
  public InputStream body() {
    return new ByteArrayInputStream(body);
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
    headers.put(name, value);
  }

  @Override
  public OutputStream output() {
    return answer;
  }

  @Override
  public void abort() {
    throw new AssertionError("broken off");
  }
}
