package org.calmanchor.core.endpoint;

import java.io.OutputStream;

/** The way for an answer to go out. */
public interface Response {
  /**
   * Fixes status and content type; called once, before the first byte.
   *
   * @param status an HTTP status code, the common tongue of transports
   * @param contentType the content type, with its parameters
   */
  void begin(int status, String contentType);

  /** Takes the answer's bytes; only after {@link #begin}. */
  OutputStream output();

  /** Breaks the transport off, so that a cut answer cannot be taken for a complete one. */
  void abort();
}
