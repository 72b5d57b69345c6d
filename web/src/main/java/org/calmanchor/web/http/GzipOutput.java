package org.calmanchor.web.http;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;

/** Compresses an answer, unless it is too short. */
final class GzipOutput extends OutputStream {
  /** A smaller answer fits into one packet, so compressing it would not save time. */
  static final int WORTH_BYTES = 1400;

  private final HttpResponse response;
  private byte[] held = new byte[0];
  private @Nullable GZIPOutputStream open;
  private boolean isClosed;

  GzipOutput(HttpResponse response) {
    this.response = response;
    response.header("Vary", "Accept-Encoding");
  }

  /** Compresses fast rather than well, because the client waits. */
  private static final class Fast extends GZIPOutputStream {
    Fast(OutputStream out) throws IOException {
      super(out, 8 << 10);
      def.setLevel(Deflater.BEST_SPEED);
    }
  }

  /** Creates a stream that compresses into {@code out}. */
  static GZIPOutputStream fast(OutputStream out) throws IOException {
    return new Fast(out);
  }

  @Override
  public void write(int single) throws IOException {
    write(new byte[] {(byte) single}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int offset, int length) throws IOException {
    if (open == null && held.length + length < WORTH_BYTES) {
      int before = held.length;
      held = Arrays.copyOf(held, before + length);
      System.arraycopy(bytes, offset, held, before, length);
      return;
    }
    if (open == null) {
      response.header("Content-Encoding", "gzip");
      open = new Fast(response.output());
      open.write(held);
    }
    open.write(bytes, offset, length);
  }

  @Override
  public void close() throws IOException {
    if (isClosed) {
      return;
    }
    isClosed = true;
    if (open != null) {
      open.close();
    } else {
      OutputStream plain = response.output();
      if (held.length > 0) {
        plain.write(held);
      }
      plain.close();
    }
  }
}
