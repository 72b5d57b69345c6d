package org.calmanchor.core.usernametoken;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A token as it was read. Its text never has the password.
 *
 * @param password the password, or its digest in base64
 * @param nonce empty if there is none
 * @param created the text of its time; empty if there is none
 * @param time the same as a time; null if there is none
 */
record UsernameToken(
    String name,
    String password,
    boolean isDigest,
    byte[] nonce,
    String created,
    @Nullable Instant time) {
  @Override
  public String toString() {
    return "UsernameToken[of " + name + "]";
  }
}
