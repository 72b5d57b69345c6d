package org.calmanchor.web.http;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import org.calmanchor.core.io.BulkInputStream;
import org.calmanchor.core.running.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * Decompresses a message. It refuses messages that become too many times their compressed size, and
 * compressed data that decodes to almost nothing, such as an endless file name in the header.
 */
final class Gunzip extends BulkInputStream {
  /** The highest ratio of incompressible data. */
  private static final int MOST_OVERHEAD = 2;

  /** Up to this size the ratio is not checked: a few bytes do no harm. */
  private static final long FREE_BYTES = 64 << 10;

  /** The buffer for the gzip header, which GZIPInputStream reads byte by byte. */
  private static final int HELD_BYTES = 2 << 10;

  private final Counted compressed;
  private final long mostRatio;
  private @Nullable GZIPInputStream open;
  private long given;

  Gunzip(InputStream compressed, long mostRatio) {
    super(compressed);
    this.compressed = new Counted(compressed);
    this.mostRatio = mostRatio;
  }

  private final class Counted extends BulkInputStream {
    private long taken;

    Counted(InputStream in) {
      super(in);
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
      int read = in.read(bytes, offset, length);
      taken += Math.max(0, read);
      if (taken > FREE_BYTES + MOST_OVERHEAD * given) {
        throw new Refusal(413, "The message says too little in too many compressed bytes.");
      }
      return read;
    }

    /** Leaves the message alone: the request may be over, and the next one on its connection. */
    @Override
    public void close() {}
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    int read;
    try {
      if (open == null) {
        open = new GZIPInputStream(new BufferedInputStream(compressed, HELD_BYTES));
      }
      read = open.read(bytes, offset, length);
    } catch (ZipException damaged) {
      throw new Refusal(400, "The message says that it is gzip, and is not, or is damaged.");
    }
    given += Math.max(0, read);
    if (given > FREE_BYTES && given > mostRatio * compressed.taken) {
      throw new Refusal(
          413, "The message becomes more than " + mostRatio + " times its compressed size.");
    }
    return read;
  }

  /** Releases the decompressor. */
  @Override
  public void close() throws IOException {
    if (open != null) {
      open.close();
    }
  }
}
