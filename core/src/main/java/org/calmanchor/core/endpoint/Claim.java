package org.calmanchor.core.endpoint;

import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/**
 * Who answers a call: the thread that serves it and the one that watches it may both want to, and
 * the first one does.
 */
final class Claim {
  private final AtomicReference<@Nullable Thread> taker = new AtomicReference<>();

  /** Takes it for this thread; false when it was taken before. */
  boolean take() {
    return taker.compareAndSet(null, Thread.currentThread());
  }

  boolean isTaken() {
    return taker.get() != null;
  }

  /** Whether another thread has it. */
  boolean isOthers() {
    Thread by = taker.get();
    return by != null && by != Thread.currentThread();
  }
}
