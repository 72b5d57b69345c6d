package org.calmanchor.servlet;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;

/**
 * Delays the last write until it is known whether more follows: a short answer is then sent with
 * its length. The response itself stays open, because the container closes it.
 */
final class ServletOutput extends OutputStream {
  /** Marker: nothing is held and nothing is accepted any more. */
  private static final byte[] OVER = new byte[0];

  private final HttpServletResponse response;
  private final Thread serving = Thread.currentThread();

  /** The last bytes written; null if there are none yet. Another thread may abort. */
  private final AtomicReference<byte @Nullable []> held = new AtomicReference<>();

  /**
   * Held while a thread is in the container's code; no monitor, which a virtual thread would pin.
   */
  private final ReentrantLock writing = new ReentrantLock();

  private boolean isBegun;
  private volatile boolean isBroken;
  private volatile boolean isComplete;

  /** Creates an output; the current thread is the one that the container has given. */
  ServletOutput(HttpServletResponse response) {
    this.response = response;
  }

  @Override
  public void write(int single) throws IOException {
    write(new byte[] {(byte) single}, 0, 1);
  }

  @Override
  public void write(byte[] bytes, int offset, int length) throws IOException {
    byte[] before = held.get();
    if (before != null) {
      send(before);
    }
    if (!held.compareAndSet(null, Arrays.copyOfRange(bytes, offset, offset + length))) {
      throw ended();
    }
  }

  private void send(byte[] before) throws IOException {
    if (before == OVER || !held.compareAndSet(before, null)) {
      throw ended();
    }
    isBegun = true;
    // The container's buffer holds it back otherwise, for which no reader waits.
    put(before, true);
  }

  private void put(byte[] bytes, boolean isFlushed) throws IOException {
    writing.lock();
    try {
      if (isBroken) {
        throw ended();
      }
      OutputStream out = response.getOutputStream();
      out.write(bytes);
      if (isFlushed) {
        out.flush();
      }
    } catch (IOException failed) {
      isBroken = true;
      throw failed;
    } finally {
      writing.unlock();
    }
  }

  /** Lets no thread into the container's code any more, and waits for one that is there. */
  void release() {
    isBroken = true;
    writing.lock();
    try {
      end();
    } finally {
      writing.unlock();
    }
  }

  /** Whether the last byte was handed over. */
  boolean isComplete() {
    return isComplete;
  }

  /** Whether the connection has failed, or the container has ended the request. */
  boolean isBroken() {
    return isBroken;
  }

  private static IOException ended() {
    return new IOException("the answer has ended already");
  }

  /** Sends what is held, as the last bytes. */
  @Override
  public void close() throws IOException {
    byte[] last = held.getAndSet(OVER);
    if (last == OVER) {
      return;
    }
    byte[] bytes = last == null ? OVER : last;
    if (!isBegun) {
      response.setContentLength(bytes.length);
    }
    // The container's thread may still be busy with a call that takes too long.
    put(bytes, Thread.currentThread() != serving);
    isComplete = true;
  }

  /** Stops accepting bytes and drops those not sent. */
  void end() {
    held.set(OVER);
  }
}
