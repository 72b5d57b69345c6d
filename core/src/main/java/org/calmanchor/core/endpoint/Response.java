package org.calmanchor.core.endpoint;

import java.io.OutputStream;
import org.jspecify.annotations.Nullable;

/** Where an answer is written. */
public interface Response {
  /** Sets a transport header; only before {@link #begin}. */
  void header(String name, String value);

  /**
   * Sets status and content type. Called once, before the first byte.
   *
   * @param status an HTTP status code, the common tongue of transports
   * @param contentType the content type, with its parameters; null when there is no body
   */
  void begin(int status, @Nullable String contentType);

  /**
   * The stream for the answer's bytes; only after {@link #begin}. Closing it ends the answer,
   * without waiting for the client to read it.
   */
  OutputStream output();

  /**
   * Aborts the transport's connection, so that the client cannot take an incomplete answer for a
   * complete one.
   */
  void abort();
}
