package org.calmanchor.core.endpoint;

import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * How many calls or connections each address has, so that one cannot take them all. Loopback and
 * the named proxies, behind which many callers stand, have no share of their own. Safe for any
 * number of threads.
 */
public final class AddressShares {
  private final int most;
  private final Set<String> exempt;
  private final ConcurrentHashMap<String, Integer> running = new ConcurrentHashMap<>();

  /**
   * Shares of {@code most}.
   *
   * @param proxies addresses that have none, as numbers
   */
  public AddressShares(int most, List<String> proxies) {
    this.most = most;
    this.exempt = Set.copyOf(proxies);
  }

  /** One more of {@code address}; false when it has its share already. */
  public boolean enter(String address) {
    if (isExempt(address)) {
      return true;
    }
    // The map tells the new number; at the limit it stays what it was, and the flag says so.
    boolean[] isFull = new boolean[1];
    running.compute(
        address,
        (key, count) -> {
          int known = count == null ? 0 : count;
          isFull[0] = known >= most;
          return isFull[0] ? known : known + 1;
        });
    return !isFull[0];
  }

  /** One less; an address that has none left is forgotten. */
  public void leave(String address) {
    if (!isExempt(address)) {
      running.computeIfPresent(address, (key, count) -> count == 1 ? null : count - 1);
    }
  }

  private boolean isExempt(String address) {
    return isLoopback(address) || exempt.contains(address);
  }

  private static boolean isLoopback(String address) {
    return address.startsWith("127.")
        || address.equals("::1")
        || address.equals("0:0:0:0:0:0:0:1")
        || address.isEmpty();
  }
}
