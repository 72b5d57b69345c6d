package org.calmanchor.web.http;

import java.io.InputStream;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.access.Caller;
import org.jspecify.annotations.Nullable;

/** A request as any HTTP server can give it. */
public interface HttpRequest {
  /** The method, in capitals. */
  String method();

  /** The path as it was sent, with its percent-encoding; begins with a slash. */
  String path();

  /** The query as it was sent, without question mark; null if there is none. */
  @Nullable String query();

  /** The first header of that name, in any case, or null. */
  @Nullable String header(String name);

  /** All headers of that name, in any case, in the order in which they were sent. */
  List<String> headers(String name);

  /** Whether there is more than one header of that name. */
  default boolean isRepeated(String name) {
    return headers(name).size() > 1;
  }

  /** All headers in the order sent, those of one name joined. */
  Map<String, String> headers();

  /** The version of HTTP on the connection, such as {@code HTTP/1.1}. */
  String protocol();

  /** {@code http} or {@code https}. */
  String scheme();

  /** Whether a trusted proxy says what the client asked for. */
  default boolean isProxied() {
    return false;
  }

  /** What a proxy has removed from the beginning of the path; usually empty. */
  default String prefix() {
    return "";
  }

  /** The host and port that the client requested; null if it sent none. */
  @Nullable String authority();

  /**
   * The certificate whose key the client has proved to own, and which the server trusts; null if it
   * sent none.
   */
  @Nullable X509Certificate clientCertificate();

  /**
   * Who sends it, as the server has found out itself; null if it does not know.
   *
   * @param roles those of which the server is asked whether the caller has them
   */
  default @Nullable Caller caller(Set<String> roles) {
    return null;
  }

  /** The local address of the connection, without port. */
  String localAddress();

  /** The caller's address for the log. */
  String remoteAddress();

  /** The body; read once. */
  InputStream body();

  /** The number of bytes in {@link #body}, or -1 when it is not known. */
  long length();

  /** Runs the rest of the handling on a thread of the server, after it was left for a while. */
  void resume(Runnable rest);

  /** The time after which the caller does not need an answer, or null. */
  @Nullable Instant deadline();

  /** Whether the caller has gone. */
  boolean isCancelled();
}
