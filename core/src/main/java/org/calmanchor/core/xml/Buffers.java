package org.calmanchor.core.xml;

import java.util.concurrent.atomic.AtomicReferenceArray;

/** Reuses the buffers of written messages. Safe for any number of threads. */
final class Buffers {
  private static final int KEPT = 64;
  private static final int NEW_BYTES = 8 << 10;

  /** Larger buffers are not kept for reuse. */
  private static final int MOST_BYTES = 128 << 10;

  /** The distance of slots, so that two threads do not share a cache line of 64 bytes. */
  private static final int APART = 16;

  private static final AtomicReferenceArray<byte[]> POOL = new AtomicReferenceArray<>(KEPT * APART);

  private Buffers() {}

  private static int place() {
    return (int) (Thread.currentThread().getId() % KEPT) * APART;
  }

  static byte[] take() {
    byte[] kept = POOL.getAndSet(place(), null);
    return kept == null ? new byte[NEW_BYTES] : kept;
  }

  static void give(byte[] buffer) {
    if (buffer.length >= NEW_BYTES && buffer.length <= MOST_BYTES) {
      POOL.lazySet(place(), buffer);
    }
  }
}
