package org.calmanchor.web.http;

import java.io.OutputStream;

/** A response as any HTTP server can take it: status, headers, then bytes. */
public interface HttpResponse {
  /** Sets the status; only before the first byte. */
  void status(int status);

  /** Sets a header; only before the first byte. */
  void header(String name, String value);

  /**
   * The stream for the body. Closing it ends the response, without waiting for the client to read
   * it.
   */
  OutputStream output();

  /** Aborts the connection. */
  void abort();
}
