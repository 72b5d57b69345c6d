package org.calmanchor.nodes;

import java.net.URI;
import org.calmanchor.core.stores.HostStores;
import org.calmanchor.core.stores.StoresProvider;

/** Makes the stores of a configuration that names a server of Redis. */
public final class RedisProvider implements StoresProvider {
  /** Creates a provider; the service loader does. */
  public RedisProvider() {}

  @Override
  public HostStores at(URI server, String password, String namespace) {
    RedisStores stores = RedisStores.at(server).namespace(namespace);
    return password.isEmpty() ? stores : stores.password(password);
  }
}
