package org.calmanchor.web.http;

import java.io.OutputStream;

/** A response as any HTTP server can take it: status, headers, then bytes. */
public interface HttpResponse {
  /** Sets the status; before the first byte. */
  void status(int status);

  /** Sets a header; before the first byte. */
  void header(String name, String value);

  /** Takes the body; closing it ends the response, without waiting for its reader. */
  OutputStream output();

  /** Breaks the connection off. */
  void abort();
}
