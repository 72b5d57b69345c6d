package org.calmanchor.core.limits;

import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Counts the calls or connections of each address, and limits them. Safe for any number of threads,
 * without locks.
 */
public final class AddressShares {
  /** The most idle addresses to remember, since most of them come back. */
  private static final int REMEMBERED = 1_000;

  /** Marker count of an address that is being removed. */
  private static final int FORGOTTEN = -1;

  private final int most;
  private final ExemptAddresses unshared;
  private final ConcurrentHashMap<String, AtomicInteger> running = new ConcurrentHashMap<>();

  /** Creates counters with {@code most} per address, except for exempt addresses. */
  public AddressShares(int most, ExemptAddresses unshared) {
    this.most = most;
    this.unshared = unshared;
  }

  /** Counts one more for {@code address}; false if the address has its share already. */
  public boolean enter(String address) {
    if (unshared.contains(address)) {
      return true;
    }
    while (true) {
      AtomicInteger known = running.get(address);
      AtomicInteger count =
          known == null ? running.computeIfAbsent(address, key -> new AtomicInteger()) : known;
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
  public void leave(String address) {
    AtomicInteger count = unshared.contains(address) ? null : running.get(address);
    if (count != null
        && count.decrementAndGet() == 0
        && running.mappingCount() > REMEMBERED
        && count.compareAndSet(0, FORGOTTEN)) {
      running.remove(address, count);
    }
  }

  /** The number of remembered addresses. */
  int addresses() {
    return running.size();
  }
}
