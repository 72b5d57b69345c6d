package org.calmanchor.core.observe;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.ReentrantLock;
import org.calmanchor.core.lifecycle.RepeatedTask;
import org.jspecify.annotations.Nullable;

/**
 * Tells observers of calls a little later, many at once: on a thread of its own, and under load on
 * that of a call that has ended. Code that runs once for each call is not in the processor's caches
 * when it is needed; the same code run for many records is, and takes a third of the time. Safe for
 * several threads.
 */
public final class BatchedObservers implements CallObserver, AutoCloseable {
  private static final Duration PERIOD = Duration.ofMillis(50);

  /** Under load a call tells so many at once, while they are in the processor's caches. */
  private static final int BATCH = 64;

  /** From here on calls tell the observers themselves, so that records do not fill the memory. */
  private static final int MOST_WAITING = 20_000;

  private final List<CallObserver> observers;
  private final AtomicReference<@Nullable Waiting> last = new AtomicReference<>();
  private final ReentrantLock telling = new ReentrantLock();
  private final RepeatedTask thread;
  private volatile boolean isClosed;

  /** A record and those that came before it; how many they are. */
  private record Waiting(CallRecord call, @Nullable Waiting earlier, int count) {}

  private BatchedObservers(List<CallObserver> observers) {
    this.observers = List.copyOf(observers);
    this.thread = RepeatedTask.start("calm-anchor-observers", PERIOD, this::tellWaiting);
  }

  /** Starts to tell these observers. */
  public static BatchedObservers start(List<CallObserver> observers) {
    return new BatchedObservers(observers);
  }

  @Override
  public void ended(CallRecord call) {
    while (true) {
      Waiting earlier = last.get();
      int count = earlier == null ? 0 : earlier.count();
      if (isClosed || count >= MOST_WAITING) {
        tell(List.of(call));
        return;
      }
      if (last.compareAndSet(earlier, new Waiting(call, earlier, count + 1))) {
        if (isClosed) {
          tellWaiting();
        } else if (count >= BATCH) {
          tellBatch();
        }
        return;
      }
    }
  }

  /** Tells what waits, unless another thread does. */
  private void tellBatch() {
    if (telling.tryLock()) {
      try {
        tellWaiting();
      } finally {
        telling.unlock();
      }
    }
  }

  private void tellWaiting() {
    telling.lock();
    try {
      Waiting each = last.getAndSet(null);
      if (each != null) {
        List<CallRecord> calls = new ArrayList<>(each.count());
        for (; each != null; each = each.earlier()) {
          calls.add(each.call());
        }
        Collections.reverse(calls);
        tell(calls);
      }
    } finally {
      telling.unlock();
    }
  }

  private void tell(List<CallRecord> calls) {
    for (CallObserver observer : observers) {
      for (CallRecord call : calls) {
        CallObserver.tell(observer, call);
      }
    }
  }

  /** Tells what waits; what comes later is told at once. */
  @Override
  public void close() {
    isClosed = true;
    thread.close();
  }
}
