package org.calmanchor.core.limits;

import java.util.Set;

/**
 * The addresses that have no limit of their own, since many callers may use one: named proxies and
 * usually loopback. Immutable.
 *
 * @param proxies as numbers
 * @param isLoopback whether those of loopback are among them
 */
public record ExemptAddresses(Set<String> proxies, boolean isLoopback) {
  /** Exempts the loopback addresses only. */
  public static final ExemptAddresses LOOPBACK = new ExemptAddresses(Set.of(), true);

  /** Copies the set. */
  public ExemptAddresses {
    proxies = Set.copyOf(proxies);
  }

  /** Whether an address has no limit of its own. */
  public boolean contains(String address) {
    return address.isEmpty()
        || proxies.contains(address)
        || (isLoopback && Loopback.contains(address));
  }
}
