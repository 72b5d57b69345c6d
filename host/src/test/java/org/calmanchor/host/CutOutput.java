package org.calmanchor.host;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;

/** Makes a pause after so many bytes, so that they arrive in two parts. */
final class CutOutput extends FilterOutputStream {
  private static final int PAUSE_MILLIS = 3;

  private final int cut;
  private int count;

  CutOutput(OutputStream out, int cut) {
    super(out);
    this.cut = cut;
  }

  /** How many bytes were written. */
  int count() {
    return count;
  }

  @Override
  public void write(int single) throws IOException {
    write(new byte[] {(byte) single}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int offset, int length) throws IOException {
    int before = Math.min(length, Math.max(0, cut - count));
    count += length;
    out.write(bytes, offset, before);
    if (before > 0 && before < length) {
      out.flush();
      pause();
    }
    out.write(bytes, offset + before, length - before);
  }

  private static void pause() throws IOException {
    try {
      Thread.sleep(PAUSE_MILLIS);
    } catch (InterruptedException hurried) {
      throw new IOException(hurried);
    }
  }
}
