package org.calmanchor.core.answers;

import java.util.Arrays;
import java.util.HexFormat;

/**
 * What an answer was asked by: a digest (SHA-256) of the operation, the version of SOAP, the caller
 * where the operation needs one, and the values of the request, whatever their form on the wire.
 * Immutable.
 */
public final class AnswerKey {
  private final byte[] digest;

  /** Creates a key. */
  public AnswerKey(byte[] digest) {
    this.digest = digest.clone();
  }

  /** The digest as hexadecimal text. */
  public String text() {
    return HexFormat.of().formatHex(digest);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof AnswerKey key && Arrays.equals(digest, key.digest);
  }

  @Override
  public int hashCode() {
    return Arrays.hashCode(digest);
  }

  @Override
  public String toString() {
    return text();
  }
}
