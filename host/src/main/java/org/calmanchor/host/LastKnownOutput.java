package org.calmanchor.host;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.io.RetainableByteBuffer;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.BufferUtil;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;

/**
 * Holds what was written last until it is known whether more follows: an answer of one piece then
 * goes out with its length, in one write, which nobody waits for. It is held where the operating
 * system takes it from, so that it is copied once.
 */
final class LastKnownOutput extends OutputStream {
  /** For so little no buffer is taken from the pool; a guess that was not measured. */
  private static final int SMALL_BYTES = 4 << 10;

  private final Request request;
  private final Response response;
  private final Callback callback;
  private final AtomicBoolean isOver = new AtomicBoolean();
  private final AtomicReference<@Nullable RetainableByteBuffer> held = new AtomicReference<>();
  private @Nullable RetainableByteBuffer sent;

  /** One that tells {@code callback} when the last byte was sent. */
  LastKnownOutput(Request request, Response response, Callback callback) {
    this.request = request;
    this.response = response;
    this.callback = callback;
  }

  @Override
  public void write(int single) throws IOException {
    write(new byte[] {(byte) single}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int offset, int length) throws IOException {
    requireOpen();
    RetainableByteBuffer before = held.getAndSet(null);
    if (before != null) {
      try {
        Content.Sink.write(response, false, before.getByteBuffer());
      } finally {
        before.release();
      }
    }
    RetainableByteBuffer next = copied(bytes, offset, length);
    held.set(next);
    if (isOver.get()) {
      // It was aborted meanwhile, by a thread that did not see what is held now.
      drop();
      requireOpen();
    }
  }

  private RetainableByteBuffer copied(byte[] bytes, int offset, int length) {
    if (length <= SMALL_BYTES) {
      byte[] copy = Arrays.copyOfRange(bytes, offset, offset + length);
      return RetainableByteBuffer.wrap(ByteBuffer.wrap(copy));
    }
    RetainableByteBuffer.Mutable taken =
        request.getComponents().getByteBufferPool().acquire(length, true);
    BufferUtil.append(taken.getByteBuffer(), bytes, offset, length);
    return taken;
  }

  private void requireOpen() throws IOException {
    if (isOver.get()) {
      throw new IOException("the answer has ended already");
    }
  }

  @Override
  public void close() {
    if (end()) {
      RetainableByteBuffer last = held.getAndSet(null);
      sent = last;
      ByteBuffer bytes = last == null ? BufferUtil.EMPTY_BUFFER : last.getByteBuffer();
      response.write(true, bytes, callback);
    }
  }

  /** Takes nothing from now on; false when that was so before. */
  boolean end() {
    return isOver.compareAndSet(false, true);
  }

  /** Gives back what was sent last, and what is held and will not be sent. */
  void release() {
    drop();
    if (sent != null) {
      sent.release();
      sent = null;
    }
  }

  private void drop() {
    RetainableByteBuffer unsent = held.getAndSet(null);
    if (unsent != null) {
      unsent.release();
    }
  }
}
