package org.calmanchor.core.endpoint;

import java.nio.charset.StandardCharsets;
import org.calmanchor.core.model.SoapVersion;

/** Calls for tests of other rooms. */
public final class Calls {
  private Calls() {}

  /** The answer of {@code endpoint} to a message. */
  public static byte[] answer(Endpoint endpoint, SoapVersion version, byte[] message) {
    return Call.of(message, version.mediaType())
        .on(endpoint)
        .answer()
        .getBytes(StandardCharsets.UTF_8);
  }
}
