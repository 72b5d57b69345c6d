package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.io.InputStream;
import org.calmanchor.core.io.BulkInputStream;

/**
 * A message that is being received. While a thread waits for bytes, the state of the call says so.
 */
final class WaitTrackingInput extends BulkInputStream {
  private final CallState state;
  private long count;

  WaitTrackingInput(InputStream in, CallState state) {
    super(in);
    this.state = state;
  }

  /** The number of bytes that were read. */
  long count() {
    return count;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    state.await();
    try {
      int read = in.read(bytes, offset, length);
      count += Math.max(read, 0);
      return read;
    } finally {
      state.received(count);
    }
  }
}
