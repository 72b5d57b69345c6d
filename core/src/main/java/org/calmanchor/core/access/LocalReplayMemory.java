package org.calmanchor.core.access;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.PriorityQueue;

/** A bounded memory of this process. Safe for several threads. */
public final class LocalReplayMemory implements ReplayMemory {
  /** The most keys. */
  public static final int MOST = 100_000;

  private final Clock clock;
  private final int most;
  private final Map<String, Instant> known = new HashMap<>();
  private final PriorityQueue<Entry> order = new PriorityQueue<>();

  private record Entry(Instant until, String key) implements Comparable<Entry> {
    @Override
    public int compareTo(Entry other) {
      return until.compareTo(other.until);
    }
  }

  /** An empty memory of at most {@value #MOST} keys. */
  public LocalReplayMemory() {
    this(Clock.systemUTC(), MOST);
  }

  LocalReplayMemory(Clock clock, int most) {
    this.clock = clock;
    this.most = most;
  }

  @Override
  public synchronized Answer add(String key, Instant until) {
    forgetOld();
    if (known.containsKey(key)) {
      return Answer.USED;
    }
    if (known.size() >= most) {
      return Answer.FULL;
    }
    known.put(key, until);
    order.add(new Entry(until, key));
    return Answer.FRESH;
  }

  private void forgetOld() {
    Instant now = clock.instant();
    for (Entry first = order.peek();
        first != null && first.until().isBefore(now);
        first = order.peek()) {
      known.remove(first.key());
      order.remove();
    }
  }
}
