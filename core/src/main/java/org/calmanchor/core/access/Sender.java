package org.calmanchor.core.access;

import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Loopback;

/**
 * Where credentials came from.
 *
 * @param address the caller's, as far as it is known; empty if it is not
 * @param isForwarded whether a proxy that nobody has named says that it passes the message on
 */
public record Sender(String address, boolean isForwarded) {
  /**
   * Whether wrong credentials do not make the address slow, since others share it. An unnamed proxy
   * on this machine is slowed down: what it passes on does not come from this machine.
   */
  boolean isExempt(ExemptAddresses exempt) {
    return exempt.proxies().contains(address)
        || (exempt.contains(address) && !(isForwarded && Loopback.contains(address)));
  }
}
