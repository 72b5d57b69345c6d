package org.calmanchor.core.limits;

import java.util.Collections;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.LongAdder;

/**
 * How often the limits for all calls together have refused a call, a page or a connection since the
 * host has started. Safe for any number of threads.
 */
public final class LimitCounts {
  /** The limits that are counted: those for a single message are the sender's business. */
  public static final Set<Limit> COUNTED =
      Collections.unmodifiableSet(
          EnumSet.of(
              Limit.CALLS,
              Limit.MEMORY_PERCENT,
              Limit.CALLS_PER_ADDRESS,
              Limit.CALLS_PER_CALLER,
              Limit.RATE_PER_ADDRESS,
              Limit.RATE_PER_CALLER,
              Limit.CONNECTIONS,
              Limit.CONNECTIONS_PER_ADDRESS,
              Limit.READ_TIME));

  private final Map<Limit, LongAdder> counts = new EnumMap<>(Limit.class);

  /** Creates counts of zero. */
  public LimitCounts() {
    COUNTED.forEach(limit -> counts.put(limit, new LongAdder()));
  }

  /**
   * Counts one more.
   *
   * @throws IllegalArgumentException when the limit is not among {@link #COUNTED}
   */
  public void count(Limit limit) {
    adder(limit).increment();
  }

  /**
   * How often a limit has refused something.
   *
   * @throws IllegalArgumentException when it is not among {@link #COUNTED}
   */
  public long of(Limit limit) {
    return adder(limit).sum();
  }

  private LongAdder adder(Limit limit) {
    LongAdder adder = counts.get(limit);
    if (adder == null) {
      throw new IllegalArgumentException(limit.title() + " is not counted");
    }
    return adder;
  }

  /** The counts that are not zero, in the order of {@link #COUNTED}. */
  public Map<Limit, Long> all() {
    Map<Limit, Long> all = new EnumMap<>(Limit.class);
    for (Limit limit : COUNTED) {
      long count = of(limit);
      if (count > 0) {
        all.put(limit, count);
      }
    }
    return all;
  }
}
