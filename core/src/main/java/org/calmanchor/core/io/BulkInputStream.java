package org.calmanchor.core.io;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A filter whose subclasses implement reading into an array only. */
public abstract class BulkInputStream extends FilterInputStream {
  private static final int SKIPPED_BYTES = 2 << 10;

  /** Creates a filter of {@code in}. */
  protected BulkInputStream(InputStream in) {
    super(in);
  }

  @Override
  public final int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
  }

  @Override
  public abstract int read(byte[] bytes, int offset, int length) throws IOException;

  /** Skips by reading, so that the subclass sees every byte. */
  @Override
  public final long skip(long count) throws IOException {
    byte[] skipped = new byte[(int) Math.min(Math.max(count, 0), SKIPPED_BYTES)];
    long left = count;
    while (left > 0) {
      int read = read(skipped, 0, (int) Math.min(left, skipped.length));
      if (read < 0) {
        break;
      }
      left -= read;
    }
    return Math.max(count, 0) - Math.max(left, 0);
  }

  @Override
  public final boolean markSupported() {
    return false;
  }
}
