package org.calmanchor.web.hosting;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.EndpointSettings;
import org.calmanchor.core.observe.ServedOperation;
import org.calmanchor.web.ForwardedService;
import org.calmanchor.web.HostedService;

/** The services of a host by their paths, before it starts. Not safe for several threads. */
final class HostedServices {
  private final Map<String, HostedService> services = new LinkedHashMap<>();
  private final ServiceLifecycle lifecycle = new ServiceLifecycle();
  private final Set<String> unlisted = new LinkedHashSet<>();
  private final Set<String> restored = new LinkedHashSet<>();

  /** Names of operations by path; no name means all. */
  private final Map<String, List<String>> off = new LinkedHashMap<>();

  /**
   * Adds an endpoint, beside those that its path has already.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already whose
   *     messages could not be told apart from this one's
   */
  void add(String path, Endpoint endpoint) {
    services.merge(path, new HostedService(path, endpoint), HostedServices::joined);
  }

  /** Adds the endpoint of an object, which the host starts and closes. */
  void add(String path, Endpoint endpoint, Object service) {
    add(path, endpoint);
    lifecycle.add(service);
  }

  /** Starts and closes the objects of the services. */
  ServiceLifecycle lifecycle() {
    return lifecycle;
  }

  private static HostedService joined(HostedService hosted, HostedService more) {
    try {
      return hosted.with(hosted.endpoint().and(more.endpoint()));
    } catch (IllegalArgumentException alike) {
      throw new IllegalArgumentException("at " + hosted.path() + ", " + alike.getMessage(), alike);
    }
  }

  /**
   * Adds a service elsewhere.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already
   */
  void forward(String path, ForwardedService service) {
    if (services.putIfAbsent(path, new HostedService(path, service)) != null) {
      throw new IllegalArgumentException("at " + path + " there is a service already");
    }
  }

  /** Removes the service at {@code path} from the index. */
  void unlist(String path) {
    unlisted.add(path);
  }

  /** Switches operations off; no name means all at that path. */
  void switchOff(String path, String... operations) {
    List<String> former = off.get(path);
    List<String> all = new ArrayList<>(List.of(operations));
    if (former != null && !former.isEmpty() && !all.isEmpty()) {
      all.addAll(former);
    } else if (former != null) {
      all.clear();
    }
    off.put(path, all);
  }

  /** Puts a path into the state in which somebody has left it, whatever was said before. */
  void restore(String path, boolean isListed, Collection<String> switchedOff) {
    restored.add(path);
    if (isListed) {
      unlisted.remove(path);
    } else {
      unlisted.add(path);
    }
    if (switchedOff.isEmpty()) {
      off.remove(path);
    } else {
      off.put(path, List.copyOf(switchedOff));
    }
  }

  /** The paths whose state somebody has changed before this start. */
  Set<String> restored() {
    return restored;
  }

  /** The states that the paths will have. */
  List<PathState> states() {
    return services.values().stream().map(this::inState).map(PathState::of).toList();
  }

  private HostedService inState(HostedService service) {
    HostedService listed = unlisted.contains(service.path()) ? service.listed(false) : service;
    List<String> operations = off.get(service.path());
    if (operations == null) {
      return listed;
    }
    Endpoint endpoint = listed.endpoint();
    String[] names = operations.toArray(String[]::new);
    return listed.with(endpoint.switchingOff(Switches.off(endpoint, names)));
  }

  private void requireServed(Iterable<String> paths, String what) {
    for (String path : paths) {
      if (!services.containsKey(path)) {
        throw new IllegalArgumentException(
            what
                + ": nothing is served at "
                + path
                + "; there is "
                + (services.isEmpty() ? "nothing yet" : String.join(", ", services.keySet())));
      }
    }
  }

  /**
   * Refuses operations for certain callers, which must not be open because nobody knows callers.
   *
   * @throws IllegalArgumentException when there is one
   */
  void requireNoCallers() {
    for (HostedService service : services.values()) {
      if (!service.isForwarded()) {
        service.endpoint().access().stream()
            .filter(each -> each.access().isMarked())
            .findFirst()
            .ifPresent(HostedServices::refuse);
      }
    }
  }

  private static void refuse(Endpoint.OperationAccess marked) {
    throw new IllegalArgumentException(
        "operation "
            + marked.operation()
            + " of "
            + marked.service()
            + " is for certain callers ("
            + marked.access()
            + "), but this host knows none; say who knows them, with callers(...)");
  }

  /**
   * Refuses services and operations that are not listed or switched off, and not there.
   *
   * @throws IllegalArgumentException when there is one
   */
  void requireStates() {
    requireServed(unlisted, "unlisted");
    requireServed(off.keySet(), "switch-off");
    services.values().forEach(this::inState);
  }

  /** All operations that are served here, not forwarded. */
  List<ServedOperation> operations() {
    return services.values().stream()
        .filter(service -> !service.isForwarded())
        .flatMap(service -> service.endpoint().access().stream())
        .map(each -> new ServedOperation(each.service(), each.operation()))
        .toList();
  }

  /** The services, with the settings of the host that serves them. */
  List<HostedService> with(EndpointSettings serving) {
    return services.values().stream()
        .map(this::inState)
        .map(
            service ->
                service.isForwarded() ? service : service.with(service.endpoint().with(serving)))
        .toList();
  }
}
