package org.calmanchor.web;

import org.calmanchor.core.endpoint.Endpoint;

/**
 * A service at a path.
 *
 * @param path where it answers; begins with a slash and does not end with one
 * @param endpoint the service
 * @param isListed whether the index shows it
 */
public record HostedService(String path, Endpoint endpoint, boolean isListed) {
  /** Checks that the path can be requested. */
  public HostedService {
    boolean isPath = path.matches("(/[A-Za-z0-9._~-]+)+") && !path.matches(".*/[.]{1,2}(/.*)?");
    if (!isPath || path.equals(Assets.PATH) || path.startsWith(Assets.PATH + "/")) {
      throw new IllegalArgumentException(
          "\""
              + path
              + "\" cannot be a service's path; write one like \"/berths\", of letters,"
              + " digits, '.', '_', '~' and '-', and not below "
              + Assets.PATH);
    }
  }

  /** Creates a service that the index lists. */
  public HostedService(String path, Endpoint endpoint) {
    this(path, endpoint, true);
  }

  /** The same service with another endpoint. */
  public HostedService with(Endpoint changed) {
    return new HostedService(path, changed, isListed);
  }
}
