package org.calmanchor.core.limits;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongSupplier;

/**
 * Limits how many calls an address or a caller may begin in a second. What was not used is kept for
 * a second, so that a burst is served. Safe for any number of threads, without locks.
 */
public final class CallRate {
  private static final long SECOND = TimeUnit.SECONDS.toNanos(1);

  /** The most keys to remember; those that were idle for a second are forgotten first. */
  private static final int MOST = 20_000;

  private final long nanosEach;
  private final LongSupplier clock;
  private final AtomicLong lastForgotten;

  /** The time up to which the calls of a key have used their rate. */
  private final Map<String, AtomicLong> used = new ConcurrentHashMap<>();

  /** Creates a rate of so many calls in a second. */
  public CallRate(long perSecond) {
    this(perSecond, System::nanoTime);
  }

  CallRate(long perSecond, LongSupplier clock) {
    this.nanosEach = Math.max(1, SECOND / perSecond);
    this.clock = clock;
    this.lastForgotten = new AtomicLong(clock.getAsLong() - SECOND);
  }

  /** Counts a call of {@code key}; false if it comes too early. */
  public boolean allows(String key) {
    long now = clock.getAsLong();
    AtomicLong known = used.get(key);
    if (known == null) {
      if (used.size() >= MOST && !forgetIdle(now)) {
        // So many addresses at once are limited by everything else, and memory is bounded.
        return true;
      }
      known = used.computeIfAbsent(key, first -> new AtomicLong(now));
    }
    while (true) {
      long before = known.get();
      long next = (before - now > 0 ? before : now) + nanosEach;
      if (next - now > SECOND) {
        return false;
      }
      if (known.compareAndSet(before, next)) {
        return true;
      }
    }
  }

  /** Looks through all keys at most once in a second. */
  private boolean forgetIdle(long now) {
    long before = lastForgotten.get();
    if (now - before >= SECOND && lastForgotten.compareAndSet(before, now)) {
      used.values().removeIf(until -> until.get() - now < 0);
    }
    return used.size() < MOST;
  }

  /** The number of remembered keys. */
  int size() {
    return used.size();
  }
}
