package org.calmanchor.core.access;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.LongSupplier;
import org.calmanchor.core.limits.AddressGroup;

/**
 * The names whose credentials were right in the last hours, with the addresses that they came from.
 * Only right credentials are remembered, so that nobody else can fill it. Safe for several threads.
 */
final class RecentCallers {
  private static final int MOST = 10_000;
  private static final long NANOS = Duration.ofHours(12).toNanos();

  private final LongSupplier clock;

  private final Map<String, Long> times =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Long> eldest) {
          return size() > MOST;
        }
      };

  RecentCallers(LongSupplier clock) {
    this.clock = clock;
  }

  private static String key(String name, Sender sender) {
    return AddressGroup.of(sender.address()) + " " + name;
  }

  synchronized void add(String name, Sender sender) {
    times.put(key(name, sender), clock.getAsLong());
  }

  synchronized boolean contains(String name, Sender sender) {
    Long time = times.get(key(name, sender));
    return time != null && clock.getAsLong() - time <= NANOS;
  }
}
