package org.calmanchor.core.endpoint;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A message that comes in; while a thread waits for it, the call's state says so. */
final class AwaitedInput extends FilterInputStream {
  private final CallState state;

  AwaitedInput(InputStream in, CallState state) {
    super(in);
    this.state = state;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    state.waits(true);
    try {
      return in.read(bytes, offset, length);
    } finally {
      state.waits(false);
    }
  }
}
