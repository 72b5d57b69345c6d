package org.calmanchor.core.limits;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Counts the calls or connections of each address or caller, and limits them. Safe for any number
 * of threads, without locks.
 */
public final class Shares {
  /** The most idle keys to remember, since most of them come back. */
  private static final int REMEMBERED = 1_000;

  /** Marker count of a key that is being removed. */
  private static final int FORGOTTEN = -1;

  private final int most;
  private final ExemptAddresses unshared;
  private final ConcurrentHashMap<String, AtomicInteger> running = new ConcurrentHashMap<>();

  /** Creates counters with {@code most} for each address, except for exempt ones. */
  public Shares(int most, ExemptAddresses unshared) {
    this.most = most;
    this.unshared = unshared;
  }

  /** Creates counters with {@code most} for each caller. */
  public static Shares ofCallers(int most) {
    return new Shares(most, new ExemptAddresses(Set.of(), false));
  }

  /** Counts one more for {@code key}; false if it has its share already. */
  public boolean enter(String key) {
    if (unshared.contains(key)) {
      return true;
    }
    while (true) {
      AtomicInteger known = running.get(key);
      AtomicInteger count =
          known == null ? running.computeIfAbsent(key, first -> new AtomicInteger()) : known;
      int before = count.get();
      if (before >= most) {
        return false;
      }
      if (before == FORGOTTEN) {
        Thread.onSpinWait();
      } else if (count.compareAndSet(before, before + 1)) {
        return true;
      }
    }
  }

  /** Counts one less; must be called once for each successful {@link #enter}. */
  public void leave(String key) {
    AtomicInteger count = unshared.contains(key) ? null : running.get(key);
    if (count != null
        && count.decrementAndGet() == 0
        && running.mappingCount() > REMEMBERED
        && count.compareAndSet(0, FORGOTTEN)) {
      running.remove(key, count);
    }
  }

  /** The number of remembered keys. */
  int addresses() {
    return running.size();
  }
}
