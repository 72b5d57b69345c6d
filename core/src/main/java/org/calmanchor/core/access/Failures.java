package org.calmanchor.core.access;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;

/**
 * Wrong credentials by their address or name, so that more of them become slow. It remembers a
 * bounded number, and forgets after a quiet time. Safe for several threads.
 */
final class Failures {
  /** So many are taken for slips. */
  private static final int FREE = 5;

  private static final int MOST_KEYS = 20_000;
  private static final int MOST_DOUBLINGS = 20;
  private static final long FORGET_NANOS = Duration.ofMinutes(15).toNanos();

  private final long firstNanos;
  private final long mostNanos;
  private final LongSupplier clock;
  private final Map<String, Entry> entries = new LinkedHashMap<>();

  private record Entry(int count, long last) {}

  /**
   * Creates an empty memory.
   *
   * @param first the wait after the first failure that is no slip; each one more doubles it
   * @param most the longest wait
   * @param clock in nanoseconds
   */
  Failures(Duration first, Duration most, LongSupplier clock) {
    this.firstNanos = first.toNanos();
    this.mostNanos = most.toNanos();
    this.clock = clock;
  }

  /** Notes that credentials were wrong. */
  synchronized void add(String key) {
    long now = clock.getAsLong();
    Entry former = entries.remove(key);
    int count = former == null || now - former.last() > FORGET_NANOS ? 1 : former.count() + 1;
    // Inserted anew: the first entry is the one that has been quiet the longest.
    entries.put(key, new Entry(count, now));
    if (entries.size() > MOST_KEYS) {
      entries.remove(entries.keySet().iterator().next());
    }
  }

  /** Notes that credentials were right. */
  synchronized void forget(String key) {
    entries.remove(key);
  }

  /** How long to wait from now on; zero for no time. */
  synchronized Duration wait(String key) {
    Entry entry = entries.get(key);
    if (entry == null || entry.count() <= FREE) {
      return Duration.ZERO;
    }
    int doublings = Math.min(MOST_DOUBLINGS, entry.count() - FREE - 1);
    long wait = Math.min(mostNanos, firstNanos << doublings);
    long left = entry.last() + wait - clock.getAsLong();
    return left > 0 ? Duration.ofNanos(left) : Duration.ZERO;
  }
}
