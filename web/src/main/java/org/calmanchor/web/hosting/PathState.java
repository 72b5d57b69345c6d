package org.calmanchor.web.hosting;

import java.util.List;
import java.util.Set;
import org.calmanchor.web.HostedService;

/**
 * What is served at a path, and in which state.
 *
 * @param isListed whether the index shows it
 * @param operations the names of all operations; none if messages are forwarded
 * @param switchedOff the names of those that are switched off
 */
public record PathState(
    String path, boolean isListed, List<String> operations, Set<String> switchedOff) {
  static PathState of(HostedService service) {
    return service.isForwarded()
        ? new PathState(service.path(), service.isListed(), List.of(), Set.of())
        : new PathState(
            service.path(),
            service.isListed(),
            service.endpoint().operationNames(),
            service.endpoint().switchedOff());
  }

  /** Whether every operation is switched off. */
  public boolean isOff() {
    return !operations.isEmpty() && switchedOff.size() == operations.size();
  }
}
