package org.calmanchor.core.codec;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A stream that ends with an error when more bytes come than are allowed. */
final class LimitedStream extends FilterInputStream {
  private final long most;
  private long seen;

  LimitedStream(InputStream in, long most) {
    super(in);
    this.most = most;
  }

  @Override
  public int read() throws IOException {
    int next = super.read();
    count(next < 0 ? 0 : 1);
    return next;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    int read = super.read(bytes, offset, length);
    count(Math.max(0, read));
    return read;
  }

  private void count(int read) {
    seen += read;
    if (seen > most) {
      throw new InvalidMessageException(
          new InputProblem(
              "", InputProblem.Code.LIMIT, "at most " + most + " bytes a message", "", 0, 0));
    }
  }
}
