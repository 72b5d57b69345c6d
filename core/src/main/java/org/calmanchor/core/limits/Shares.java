package org.calmanchor.core.limits;

import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;

/**
 * Counts the calls or connections of each address or caller, and limits them. A network of 64 bits
 * of IPv6 counts as one address, and one of 48 bits as four. Safe for any number of threads,
 * without locks.
 */
public final class Shares {
  /** The most idle keys to remember, since most of them come back. */
  private static final int REMEMBERED = 1_000;

  /** Marker count of a key that is being removed. */
  private static final int FORGOTTEN = -1;

  /** How many shares all addresses of a site of IPv6 have together. */
  private static final int SHARES_OF_SITE = 4;

  private final int most;
  private final ExemptAddresses unshared;
  private final ConcurrentHashMap<String, AtomicInteger> running = new ConcurrentHashMap<>();

  /** Null if the keys are no addresses. */
  private final @Nullable Shares sites;

  private Shares(int most, ExemptAddresses unshared, @Nullable Shares sites) {
    this.most = most;
    this.unshared = unshared;
    this.sites = sites;
  }

  /** Creates counters with {@code most} for each address, except for exempt ones. */
  public static Shares ofAddresses(int most, ExemptAddresses unshared) {
    int mostOfSite = (int) Math.min(Integer.MAX_VALUE, (long) most * SHARES_OF_SITE);
    return new Shares(most, unshared, ofCallers(mostOfSite));
  }

  /** Creates counters with {@code most} for each caller. */
  public static Shares ofCallers(int most) {
    return new Shares(most, new ExemptAddresses(Set.of(), false), null);
  }

  /** Counts one more for {@code key}; false if it has its share already. */
  public boolean enter(String key) {
    if (unshared.contains(key)) {
      return true;
    }
    if (sites == null || key.indexOf(':') < 0) {
      return count(key);
    }
    String site = AddressGroup.site(key);
    if (!sites.count(site)) {
      return false;
    }
    boolean hasShare = count(AddressGroup.of(key));
    if (!hasShare) {
      sites.forget(site);
    }
    return hasShare;
  }

  private boolean count(String key) {
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
    if (unshared.contains(key)) {
      return;
    }
    if (sites == null || key.indexOf(':') < 0) {
      forget(key);
    } else {
      forget(AddressGroup.of(key));
      sites.forget(AddressGroup.site(key));
    }
  }

  private void forget(String key) {
    AtomicInteger count = running.get(key);
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
