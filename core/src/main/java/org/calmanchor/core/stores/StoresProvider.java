package org.calmanchor.core.stores;

import java.net.URI;

/** Makes the stores that a configuration names. Found by {@link java.util.ServiceLoader}. */
public interface StoresProvider {
  /**
   * Makes stores in a server. It is not asked yet.
   *
   * @param server where it is
   * @param password what it asks for; empty if nothing
   * @param namespace what all names there begin with
   * @throws IllegalArgumentException when the address is not as it has to be; says what to write
   */
  HostStores at(URI server, String password, String namespace);
}
