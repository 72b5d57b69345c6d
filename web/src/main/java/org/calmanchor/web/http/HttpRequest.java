package org.calmanchor.web.http;

import java.io.InputStream;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A request as any HTTP server can give it. */
public interface HttpRequest {
  /** The method, in capitals. */
  String method();

  /** The path as it was sent, with everything that is encoded in it; begins with a slash. */
  String path();

  /** The query as it was sent, without question mark; null for none. */
  @Nullable String query();

  /** The first header of that name, in any case, or null. */
  @Nullable String header(String name);

  /** All headers of that name, in any case, in the order in which they were sent. */
  List<String> headers(String name);

  /** All headers in the order sent, those of one name joined. */
  Map<String, String> headers();

  /** {@code http} or {@code https}. */
  String scheme();

  /** The host, and port if any, that the client asked for; null when it named none. */
  @Nullable String authority();

  /** The address, without port, at which the connection came in. */
  String localAddress();

  /** Where the request came from, as the log shows it. */
  String remoteAddress();

  /** The body; read once. */
  InputStream body();

  /** The number of bytes in {@link #body}, or -1 when it is not known. */
  long length();

  /** The authenticated caller, or null. */
  @Nullable Principal principal();

  /** When an answer is no longer wanted, or null for never. */
  @Nullable Instant deadline();

  /** Whether the caller has gone. */
  boolean isCancelled();
}
