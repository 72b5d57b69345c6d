package org.calmanchor.core.endpoint;

import java.util.concurrent.ConcurrentHashMap;

/**
 * How many calls or connections each address has, so that one cannot take them all. Safe for any
 * number of threads.
 */
public final class AddressShares {
  private final int most;
  private final UnsharedAddresses unshared;
  private final ConcurrentHashMap<String, Integer> running = new ConcurrentHashMap<>();

  /** Shares of {@code most} for each address, but for those that have none. */
  public AddressShares(int most, UnsharedAddresses unshared) {
    this.most = most;
    this.unshared = unshared;
  }

  /** One more of {@code address}; false when it has its share already. */
  public boolean enter(String address) {
    if (unshared.contains(address)) {
      return true;
    }
    boolean[] isFull = new boolean[1];
    running.compute(
        address,
        (key, known) -> {
          int count = known == null ? 0 : known;
          isFull[0] = count >= most;
          return isFull[0] ? known : Integer.valueOf(count + 1);
        });
    return !isFull[0];
  }

  /** One less; an address that has none left is forgotten. */
  public void leave(String address) {
    if (!unshared.contains(address)) {
      running.computeIfPresent(address, (key, count) -> count == 1 ? null : count - 1);
    }
  }
}
