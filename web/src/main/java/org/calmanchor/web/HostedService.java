package org.calmanchor.web;

import java.util.Set;
import java.util.stream.Collectors;
import org.calmanchor.core.endpoint.Endpoint;

/** A service at a path. Immutable. */
public final class HostedService {
  private final String path;
  private final ServiceTarget target;
  private final boolean isListed;
  private final Set<String> roles;

  private HostedService(String path, ServiceTarget target, boolean isListed) {
    boolean isPath = path.matches("(/[A-Za-z0-9._~-]+)+") && !path.matches(".*/[.]{1,2}(/.*)?");
    if (!isPath || path.equals(Assets.PATH) || path.startsWith(Assets.PATH + "/")) {
      throw new IllegalArgumentException(
          "\""
              + path
              + "\" cannot be a service's path; write one like \"/berths\", of letters,"
              + " digits, '.', '_', '~' and '-', and not below "
              + Assets.PATH);
    }
    this.path = path;
    this.target = target;
    this.isListed = isListed;
    this.roles = rolesOf(target);
  }

  /**
   * Creates a service that the index lists.
   *
   * @param path where it answers; begins with a slash and does not end with one
   */
  public HostedService(String path, Endpoint endpoint) {
    this(path, new EndpointTarget(endpoint), true);
  }

  /**
   * Creates a service whose messages are forwarded. The index lists it.
   *
   * @param path where it answers here
   */
  public HostedService(String path, ForwardedService forwarded) {
    this(path, new ForwardingTarget(forwarded), true);
  }

  private static Set<String> rolesOf(ServiceTarget target) {
    return target instanceof EndpointTarget here
        ? here.endpoint().access().stream()
            .flatMap(each -> each.access().roles().stream())
            .collect(Collectors.toUnmodifiableSet())
        : Set.of();
  }

  /** The roles that its operations are for. */
  Set<String> roles() {
    return roles;
  }

  /** Where it answers. */
  public String path() {
    return path;
  }

  /** Whether its messages are forwarded to a service elsewhere. */
  public boolean isForwarded() {
    return target instanceof ForwardingTarget;
  }

  /**
   * The endpoint that answers.
   *
   * @throws IllegalArgumentException when messages are forwarded
   */
  public Endpoint endpoint() {
    if (target instanceof EndpointTarget here) {
      return here.endpoint();
    }
    throw new IllegalArgumentException("the messages at " + path + " are forwarded");
  }

  ServiceTarget target() {
    return target;
  }

  /** Whether the index shows it. */
  public boolean isListed() {
    return isListed;
  }

  /** The same service with another endpoint. */
  public HostedService with(Endpoint changed) {
    return new HostedService(path, new EndpointTarget(changed), isListed);
  }

  /** The same service, in the index or not. */
  public HostedService listed(boolean isInIndex) {
    return new HostedService(path, target, isInIndex);
  }
}
