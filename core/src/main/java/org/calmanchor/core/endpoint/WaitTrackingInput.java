package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.io.InputStream;
import org.calmanchor.core.io.BulkInputStream;

/**
 * A message that is being received. While a thread waits for bytes, the state of the call says so.
 */
final class WaitTrackingInput extends BulkInputStream {
  private final CallState state;

  WaitTrackingInput(InputStream in, CallState state) {
    super(in);
    this.state = state;
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
