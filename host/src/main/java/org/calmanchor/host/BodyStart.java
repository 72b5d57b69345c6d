package org.calmanchor.host;

import java.nio.ByteBuffer;
import java.util.ArrayDeque;
import java.util.Deque;
import org.eclipse.jetty.io.Content;
import org.jspecify.annotations.Nullable;

/**
 * The first bytes of a body, which are gathered before the request takes a slot of calls. Whoever
 * takes a piece releases it; {@link #release} releases those that nobody has taken. Safe for
 * several threads.
 */
final class BodyStart {
  /** After so many bytes a request takes a slot, though its body has not ended. */
  private static final int ENOUGH = 64 << 10;

  /** Shorter pieces are copied, since each would keep a whole buffer of the connection. */
  private static final int COPIED_BELOW = 4 << 10;

  private final Content.Source source;

  /** The first piece that was not taken; most bodies have one only. */
  private Content.@Nullable Chunk first;

  private @Nullable Deque<Content.Chunk> others;
  private @Nullable ByteBuffer copied;
  private int bytes;
  private boolean isReleased;
  private @Nullable Throwable failure;

  BodyStart(Content.Source source) {
    this.source = source;
  }

  /** Gathers what has arrived; true if the request may go on: nothing more has to be awaited. */
  synchronized boolean gather() {
    while (!isReleased) {
      Content.Chunk chunk = source.read();
      if (chunk == null) {
        return false;
      }
      bytes += chunk.remaining();
      boolean isFailure = Content.Chunk.isFailure(chunk);
      failure = isFailure ? chunk.getFailure() : null;
      boolean isLast = chunk.isLast() || isFailure;
      if (isLast || chunk.remaining() >= COPIED_BELOW) {
        flush();
        add(chunk);
      } else {
        copy(chunk);
      }
      if (isLast || bytes >= ENOUGH) {
        flush();
        return true;
      }
    }
    return false;
  }

  /** Why the body cannot be read; null if nothing is known against it. */
  @Nullable Throwable failure() {
    return failure;
  }

  private void copy(Content.Chunk chunk) {
    ByteBuffer into = copied;
    if (into == null || into.remaining() < chunk.remaining()) {
      flush();
      into = ByteBuffer.allocate(COPIED_BELOW);
      copied = into;
    }
    into.put(chunk.getByteBuffer());
    chunk.release();
  }

  private void flush() {
    if (copied != null) {
      add(Content.Chunk.from(copied.flip(), false));
      copied = null;
    }
  }

  private void add(Content.Chunk piece) {
    if (first == null) {
      first = piece;
    } else {
      if (others == null) {
        others = new ArrayDeque<>();
      }
      others.add(piece);
    }
  }

  private Content.@Nullable Chunk take() {
    Content.Chunk taken = first;
    first = others == null ? null : others.poll();
    return taken;
  }

  /** The number of bytes that were gathered. */
  synchronized int bytes() {
    return bytes;
  }

  /** The next piece of the body; null if it has not arrived. */
  Content.@Nullable Chunk next() {
    synchronized (this) {
      Content.Chunk piece = take();
      if (piece != null) {
        return piece;
      }
    }
    return source.read();
  }

  /** Releases what nobody has taken. */
  synchronized void release() {
    isReleased = true;
    for (Content.Chunk piece = take(); piece != null; piece = take()) {
      piece.release();
    }
  }
}
