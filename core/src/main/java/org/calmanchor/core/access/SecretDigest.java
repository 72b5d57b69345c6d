package org.calmanchor.core.access;

import java.nio.ByteBuffer;
import org.jspecify.annotations.Nullable;

/** The 256 bits that stand for a secret. They are random to others, so any part is a hash. */
record SecretDigest(long first, long second, long third, long fourth) {
  static SecretDigest of(byte[] digest) {
    ByteBuffer bits = ByteBuffer.wrap(digest);
    return new SecretDigest(bits.getLong(), bits.getLong(), bits.getLong(), bits.getLong());
  }

  @Override
  public int hashCode() {
    return (int) first;
  }

  @Override
  public boolean equals(@Nullable Object other) {
    return other instanceof SecretDigest that
        && first == that.first
        && second == that.second
        && third == that.third
        && fourth == that.fourth;
  }

  /** Nothing of it, so that no log has what could be compared. */
  @Override
  public String toString() {
    return "SecretDigest";
  }
}
