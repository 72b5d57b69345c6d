package org.calmanchor.core.xml;

import java.io.IOException;
import java.util.Arrays;

/**
 * Holds bytes up to a limit and passes further ones to a sink. It is a superclass, not a field, so
 * that values are written into its array directly, which is faster.
 */
abstract class OutputBuffer implements AutoCloseable {
  private static final byte[] CLOSED = new byte[0];

  private final ByteSink sink;
  private final int most;
  private int room;

  /** The held bytes. */
  byte[] buffer = Buffers.take();

  /** The number of held bytes. */
  int length;

  OutputBuffer(ByteSink sink, int most) {
    this.sink = sink;
    this.most = most;
    this.room = Math.min(buffer.length, most);
  }

  /** A copy of the held bytes. */
  public byte[] bytes() {
    return Arrays.copyOf(buffer, length);
  }

  /**
   * Passes the held bytes to the sink.
   *
   * @throws BrokenSinkException when it takes no more
   */
  public void flush() {
    try {
      sink.take(buffer, length);
    } catch (IOException gone) {
      throw new BrokenSinkException(gone);
    }
    length = 0;
  }

  /** Returns the buffer to the pool; nothing may be written afterwards. */
  @Override
  public void close() {
    byte[] used = buffer;
    buffer = CLOSED;
    length = 0;
    Buffers.give(used);
  }

  /** Writes bytes unchanged. */
  public final void raw(byte[] bytes) {
    reserve(bytes.length);
    System.arraycopy(bytes, 0, buffer, length, bytes.length);
    length += bytes.length;
  }

  /** Writes the first {@code count} bytes of an array unchanged. */
  public final void raw(byte[] bytes, int count) {
    reserve(count);
    System.arraycopy(bytes, 0, buffer, length, count);
    length += count;
  }

  final void raw(char ascii) {
    reserve(1);
    buffer[length++] = (byte) ascii;
  }

  /** Ensures that {@code more} bytes fit. */
  final void reserve(int more) {
    if (length + more <= room) {
      return;
    }
    makeRoom(more);
  }

  private void makeRoom(int more) {
    if (length + more > most && length > 0) {
      flush();
    }
    if (length + more > buffer.length) {
      buffer = Arrays.copyOf(buffer, Math.max(buffer.length * 2, length + more));
    }
    room = Math.min(buffer.length, Math.max(most, length + more));
  }
}
