package org.calmanchor.core.endpoint;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The calls that run at a time: each holds one of a fixed number of slots, and one thread looks
 * through them for what takes too long. So a call costs neither a lock nor a timer. Safe for any
 * number of threads.
 */
public final class RunningCalls implements AutoCloseable {
  /** How long a method that was interrupted has before it counts as stuck. */
  static final long GRACE_NANOS = TimeUnit.SECONDS.toNanos(1);

  /** Calls that nobody counts or watches. */
  static final RunningCalls UNWATCHED = new RunningCalls(Limits.DEFAULT, 0);

  private static final Logger LOG = LoggerFactory.getLogger(Endpoint.class);
  private static final long LOOK_MILLIS = 25;

  /** Neighbouring threads take slots that are not neighbours in memory. */
  private static final int STRIDE = 17;

  private final AtomicReferenceArray<@Nullable RunningCall> slots;
  private final long readNanos;
  private final long callNanos;
  private final @Nullable Thread watch;

  private RunningCalls(Limits limits, int count) {
    this.slots = new AtomicReferenceArray<>(count);
    this.readNanos = TimeUnit.MILLISECONDS.toNanos(limits.value(Limit.READ_MILLIS));
    this.callNanos = TimeUnit.MILLISECONDS.toNanos(limits.value(Limit.CALL_MILLIS));
    this.watch = count == 0 ? null : new Thread(this::watch, "calm-anchor-watch");
  }

  /** Counts and watches calls within these limits, until it is closed. */
  public static RunningCalls watched(Limits limits) {
    RunningCalls calls = new RunningCalls(limits, (int) limits.value(Limit.CALLS));
    if (calls.watch != null) {
      calls.watch.setDaemon(true);
      calls.watch.start();
    }
    return calls;
  }

  /** Whether calls are counted at all. */
  boolean isWatched() {
    return watch != null;
  }

  /** A slot for a call, or null when all are taken. */
  @Nullable RunningCall admit(Answer answer) {
    int count = slots.length();
    long first = Thread.currentThread().getId() * STRIDE;
    for (int i = 0; i < count; i++) {
      int slot = (int) ((first + i) % count);
      if (slots.get(slot) == null) {
        RunningCall call = new RunningCall(this, answer, slot, readNanos, callNanos);
        if (slots.compareAndSet(slot, null, call)) {
          return call;
        }
      }
    }
    return null;
  }

  void free(int slot) {
    slots.lazySet(slot, null);
  }

  void stuck(String operation, StackTraceElement[] stack) {
    Throwable where = new Throwable("the method is here");
    where.setStackTrace(stack);
    LOG.error(
        "{} did not end when it was interrupted; it keeps one of {} slots until it does, {} are"
            + " kept so",
        operation,
        slots.length(),
        stuckCount(),
        where);
  }

  /** How many calls go on although they were told to end. */
  public int stuckCount() {
    int count = 0;
    for (int i = 0; i < slots.length(); i++) {
      RunningCall call = slots.get(i);
      count += call != null && call.isStuck() ? 1 : 0;
    }
    return count;
  }

  /** How many calls run now. */
  public int count() {
    int count = 0;
    for (int i = 0; i < slots.length(); i++) {
      count += slots.get(i) == null ? 0 : 1;
    }
    return count;
  }

  private void watch() {
    while (true) {
      try {
        Thread.sleep(LOOK_MILLIS);
      } catch (InterruptedException closed) {
        return;
      }
      long now = System.nanoTime();
      for (int i = 0; i < slots.length(); i++) {
        RunningCall call = slots.get(i);
        if (call != null) {
          look(call, now);
        }
      }
    }
  }

  private static void look(RunningCall call, long now) {
    try {
      call.look(now);
    } catch (RuntimeException failed) {
      // The watch must go on for all the others.
      LOG.error("a call that took too long could not be ended", failed);
    }
  }

  @Override
  public void close() {
    if (watch != null) {
      watch.interrupt();
    }
  }
}
