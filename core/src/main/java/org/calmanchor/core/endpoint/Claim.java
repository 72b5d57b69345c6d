package org.calmanchor.core.endpoint;

import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;

/**
 * Who answers a call: the thread that serves it and the one that watches it may both want to, and
 * the first one does.
 */
final class Claim {
  private final AtomicBoolean isTaken = new AtomicBoolean();
  private volatile @Nullable Thread taker;

  /** Takes it for this thread; false when it was taken before. */
  boolean take() {
    if (!isTaken.compareAndSet(false, true)) {
      return false;
    }
    taker = Thread.currentThread();
    return true;
  }

  boolean isTaken() {
    return isTaken.get();
  }

  /** Whether another thread has it. */
  boolean isOthers() {
    return isTaken.get() && taker != Thread.currentThread();
  }
}
