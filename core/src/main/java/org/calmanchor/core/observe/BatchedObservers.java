package org.calmanchor.core.observe;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.ReentrantLock;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Tells observers of calls a little later, many at once: on a thread of its own, and under load on
 * that of a call that has ended. Code that runs once for each call is not in the processor's caches
 * when it is needed; the same code run for many records is, and takes a third of the time. Safe for
 * several threads.
 */
public final class BatchedObservers implements CallObserver, AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(BatchedObservers.class);
  private static final long PERIOD_MILLIS = 50;
  private static final long CLOSE_MILLIS = 2_000;

  /** Under load a call tells so many at once, while they are in the processor's caches. */
  private static final int BATCH = 64;

  /** From here on calls tell the observers themselves, so that records do not fill the memory. */
  private static final int MOST_WAITING = 20_000;

  private final List<CallObserver> observers;
  private final AtomicReference<@Nullable Waiting> last = new AtomicReference<>();
  private final ReentrantLock telling = new ReentrantLock();
  private final Thread thread = new Thread(this::tellOn, "calm-anchor-observers");
  private volatile boolean isClosed;

  /** A record and those that came before it; how many they are. */
  private record Waiting(CallRecord call, @Nullable Waiting earlier, int count) {}

  private BatchedObservers(List<CallObserver> observers) {
    this.observers = List.copyOf(observers);
    this.thread.setDaemon(true);
  }

  /** Starts to tell these observers. */
  public static BatchedObservers start(List<CallObserver> observers) {
    BatchedObservers batched = new BatchedObservers(observers);
    batched.thread.start();
    return batched;
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
        if (count >= BATCH && telling.tryLock()) {
          tellWaiting();
        }
        return;
      }
    }
  }

  private void tellOn() {
    try {
      while (!isClosed) {
        TimeUnit.MILLISECONDS.sleep(PERIOD_MILLIS);
        telling.lock();
        tellWaiting();
      }
    } catch (InterruptedException closed) {
      LOG.debug("observers of calls end", Loggable.failure(closed));
    }
  }

  /** Tells all that wait, and gives the lock back. */
  private void tellWaiting() {
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
    thread.interrupt();
    try {
      thread.join(CLOSE_MILLIS);
    } catch (InterruptedException hurried) {
      Thread.currentThread().interrupt();
    }
    telling.lock();
    tellWaiting();
  }
}
