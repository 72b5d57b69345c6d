package org.calmanchor.host;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.AsynchronousCloseException;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.util.IO;
import org.jspecify.annotations.Nullable;

/**
 * The body of a request. Most messages are short and have arrived with their headers, so their
 * bytes are used directly. Only a read that must wait uses the server's own stream, which has
 * locks.
 */
final class BodyInput extends InputStream {
  private final Content.Source source;
  private final @Nullable BodyStart start;
  private Content.@Nullable Chunk chunk;
  private @Nullable InputStream rest;

  /**
   * Creates the stream of a body.
   *
   * @param start what was gathered of it before; null for nothing
   */
  BodyInput(Content.Source source, @Nullable BodyStart start) {
    this.source = source;
    this.start = start;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    while (length > 0) {
      Content.Chunk at = arrived();
      if (at == null) {
        return rest().read(bytes, offset, length);
      }
      ByteBuffer buffer = at.getByteBuffer();
      int taken = Math.min(length, buffer.remaining());
      buffer.get(bytes, offset, taken);
      if (!buffer.hasRemaining()) {
        at.release();
        chunk = at.isLast() ? Content.Chunk.EOF : null;
      }
      if (taken > 0) {
        return taken;
      }
      if (at.isLast()) {
        return -1;
      }
    }
    return 0;
  }

  /** The bytes that have arrived and were not taken; null if none have. */
  private Content.@Nullable Chunk arrived() throws IOException {
    if (chunk == null && rest == null) {
      chunk = start == null ? source.read() : start.next();
    }
    if (chunk != null && Content.Chunk.isFailure(chunk)) {
      throw IO.rethrow(chunk.getFailure());
    }
    return chunk;
  }

  private InputStream rest() {
    InputStream open = rest;
    if (open == null) {
      open = Content.Source.asInputStream(source);
      rest = open;
    }
    return open;
  }

  @Override
  public int available() throws IOException {
    if (rest != null) {
      return rest.available();
    }
    return chunk == null ? 0 : chunk.remaining();
  }

  /** Stops reading; the rest of the message is refused. */
  @Override
  public void close() throws IOException {
    if (rest != null) {
      rest.close();
    } else if (chunk == null || !Content.Chunk.isFailure(chunk)) {
      boolean isWhole = chunk != null && chunk.isLast();
      if (chunk != null) {
        chunk.release();
      }
      chunk = Content.Chunk.EOF;
      if (!isWhole) {
        source.fail(new AsynchronousCloseException());
      }
    }
  }
}
