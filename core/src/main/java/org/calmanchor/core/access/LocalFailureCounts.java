package org.calmanchor.core.access;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;

/** A bounded number of counts in this process. Safe for several threads. */
public final class LocalFailureCounts implements FailureCounts {
  private static final int MOST_KEYS = 20_000;

  private final LongSupplier clock;
  private final Map<String, Entry> entries = new LinkedHashMap<>();

  private record Entry(int count, long last) {}

  /** Counts nothing yet. */
  public LocalFailureCounts() {
    this(System::nanoTime);
  }

  LocalFailureCounts(LongSupplier clock) {
    this.clock = clock;
  }

  @Override
  public synchronized void add(String key) {
    long now = clock.getAsLong();
    Entry former = entries.remove(key);
    int count = former == null || now - former.last() > QUIET.toNanos() ? 1 : former.count() + 1;
    // Inserted anew: the first entry is the one that has been quiet the longest.
    entries.put(key, new Entry(count, now));
    if (entries.size() > MOST_KEYS) {
      entries.remove(entries.keySet().iterator().next());
    }
  }

  @Override
  public synchronized void forget(String key) {
    entries.remove(key);
  }

  @Override
  public synchronized Count find(String key) {
    Entry entry = entries.get(key);
    return entry == null
        ? Count.NONE
        : new Count(entry.count(), Duration.ofNanos(clock.getAsLong() - entry.last()));
  }
}
