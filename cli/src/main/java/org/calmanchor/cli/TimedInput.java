package org.calmanchor.cli;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * A stream that has to end within a time. The timeout of the JDK's client is over when the head of
 * the answer has arrived, and a body may trickle for ever.
 */
final class TimedInput extends FilterInputStream {
  private final Duration most;
  private volatile boolean isClosed;
  private volatile boolean isLate;
  private volatile @Nullable IOException notClosed;

  /** Creates a stream over {@code in}, which is closed by another thread when its time is over. */
  TimedInput(InputStream in, Duration most) {
    super(in);
    this.most = most;
    CompletableFuture.delayedExecutor(most.toNanos(), TimeUnit.NANOSECONDS).execute(this::breakOff);
  }

  private void breakOff() {
    if (!isClosed) {
      isLate = true;
      try {
        in.close();
      } catch (IOException alreadyBroken) {
        notClosed = alreadyBroken;
      }
    }
  }

  private IOException late(IOException broken) {
    if (!isLate) {
      return broken;
    }
    IOException late =
        new IOException("it did not arrive within " + most.toSeconds() + " seconds.", broken);
    IOException known = notClosed;
    if (known != null) {
      late.addSuppressed(known);
    }
    return late;
  }

  @Override
  public int read() throws IOException {
    byte[] single = new byte[1];
    return read(single, 0, 1) < 0 ? -1 : single[0] & 0xFF;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    int count;
    try {
      count = in.read(bytes, offset, length);
    } catch (IOException broken) {
      throw late(broken);
    }
    if (isLate) {
      throw late(new IOException("closed"));
    }
    return count;
  }

  @Override
  public void close() throws IOException {
    isClosed = true;
    in.close();
  }
}
