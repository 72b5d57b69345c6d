package org.calmanchor.client;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PipedInputStream;
import java.io.PipedOutputStream;
import java.io.UncheckedIOException;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/** Lets the HTTP client read a request while another thread writes it. */
final class RequestPipe extends PipedInputStream {
  private static final int HELD = 64 << 10;

  private final AtomicReference<@Nullable Throwable> failed = new AtomicReference<>();

  private RequestPipe() {
    super(HELD);
  }

  /** Writes to a stream. */
  @FunctionalInterface
  interface Writing {
    void to(OutputStream out) throws IOException;
  }

  /** A stream of the bytes that {@code writing} writes. */
  static InputStream of(Writing writing) {
    RequestPipe pipe = new RequestPipe();
    try {
      PipedOutputStream out = new PipedOutputStream(pipe);
      Thread writer = new Thread(() -> pipe.run(writing, out), "calm-anchor-request");
      writer.setDaemon(true);
      writer.start();
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
    return pipe;
  }

  private void run(Writing writing, PipedOutputStream out) {
    try (out) {
      writing.to(out);
    } catch (IOException | RuntimeException | Error cause) {
      failed.set(cause);
    }
  }

  @Override
  public synchronized int read() throws IOException {
    int read = super.read();
    if (read < 0) {
      requireWhole();
    }
    return read;
  }

  @Override
  public synchronized int read(byte[] bytes, int offset, int length) throws IOException {
    int read = super.read(bytes, offset, length);
    if (read < 0) {
      requireWhole();
    }
    return read;
  }

  /** Throws if writing failed, because the incomplete message must not look complete. */
  private void requireWhole() throws IOException {
    Throwable cause = failed.get();
    if (cause != null) {
      throw new IOException("the request could not be written to its end", cause);
    }
  }
}
