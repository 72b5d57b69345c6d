package org.calmanchor.core.endpoint;

import java.io.OutputStream;
import org.jspecify.annotations.Nullable;

/** Where an answer is written. */
public interface Response {
  /** Sets a header of the transport; before {@link #begin}. */
  void header(String name, String value);

  /**
   * Fixes status and content type; called once, before the first byte.
   *
   * @param status an HTTP status code, the common tongue of transports
   * @param contentType the content type, with its parameters; null when there is no body
   */
  void begin(int status, @Nullable String contentType);

  /**
   * Takes the answer's bytes; only after {@link #begin}. Closing it ends the answer, without
   * waiting for its reader.
   */
  OutputStream output();

  /** Breaks the transport off, so that a cut answer cannot be taken for a complete one. */
  void abort();
}
