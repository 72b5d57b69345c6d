package org.calmanchor.host;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReference;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpVersion;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.io.RetainableByteBuffer;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.BufferUtil;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;

/**
 * Delays the last write until it is known whether more follows: a short answer is then sent with
 * its length in one write. It is held in direct memory, so that it is not copied again.
 */
final class DelayedOutput extends OutputStream implements Callback {
  /** Smaller answers take no buffer from the pool. The value is a guess that was not measured. */
  private static final int SMALL_BYTES = 4 << 10;

  /** Marker: nothing is held and nothing is accepted any more. */
  private static final RetainableByteBuffer OVER =
      RetainableByteBuffer.wrap(BufferUtil.EMPTY_BUFFER);

  private final Request request;
  private final Response response;
  private final Callback callback;
  private final RunningRequests running;

  /** The last bytes written; null if there are none yet. Another thread may abort. */
  private final AtomicReference<@Nullable RetainableByteBuffer> held = new AtomicReference<>();

  private @Nullable RetainableByteBuffer sent;

  /** Creates an output that notifies {@code callback} when the last byte was sent. */
  DelayedOutput(Request request, Response response, Callback callback, RunningRequests running) {
    this.request = request;
    this.response = response;
    this.callback = callback;
    this.running = running;
  }

  @Override
  public void write(int single) throws IOException {
    write(new byte[] {(byte) single}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int offset, int length) throws IOException {
    RetainableByteBuffer before = held.get();
    if (before != null) {
      send(before);
    }
    RetainableByteBuffer next = copied(bytes, offset, length);
    if (!held.compareAndSet(null, next)) {
      next.release();
      throw ended();
    }
  }

  private void send(RetainableByteBuffer before) throws IOException {
    if (before == OVER || !held.compareAndSet(before, null)) {
      throw ended();
    }
    askToClose();
    try {
      Content.Sink.write(response, false, before.getByteBuffer());
    } finally {
      before.release();
    }
  }

  /** Only now, because the host may have been told to stop while the call ran. */
  private void askToClose() {
    if (running.isStopping()
        && !response.isCommitted()
        && request.getConnectionMetaData().getHttpVersion() != HttpVersion.HTTP_2) {
      response.getHeaders().put(HttpFields.CONNECTION_CLOSE);
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

  private static IOException ended() {
    return new IOException("the answer has ended already");
  }

  @Override
  public void close() {
    RetainableByteBuffer last = held.getAndSet(OVER);
    if (last != OVER) {
      sent = last;
      askToClose();
      ByteBuffer bytes = last == null ? BufferUtil.EMPTY_BUFFER : last.getByteBuffer();
      response.write(true, bytes, this);
    }
  }

  /** Whether it accepts no more bytes. */
  boolean isOver() {
    return held.get() == OVER;
  }

  /** Stops accepting bytes and drops those not sent; false if it has stopped before. */
  boolean end() {
    RetainableByteBuffer unsent = held.getAndSet(OVER);
    if (unsent == OVER) {
      return false;
    }
    if (unsent != null) {
      unsent.release();
    }
    return true;
  }

  @Override
  public void succeeded() {
    release();
    callback.succeeded();
  }

  @Override
  public void failed(Throwable broken) {
    release();
    callback.failed(broken);
  }

  @Override
  public InvocationType getInvocationType() {
    return callback.getInvocationType();
  }

  /** Releases the buffer that was sent last; only now, because the server has read it until now. */
  private void release() {
    RetainableByteBuffer last = sent;
    if (last != null) {
      sent = null;
      last.release();
    }
  }
}
