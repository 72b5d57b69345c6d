package org.calmanchor.web.hosting;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.calmanchor.core.endpoint.Endpoint;

/** Computes which operations are off after some were switched. */
final class Switches {
  private Switches() {}

  static Set<String> off(Endpoint endpoint, String... operations) {
    Set<String> off = new TreeSet<>(endpoint.switchedOff());
    off.addAll(meant(endpoint, operations));
    return off;
  }

  static Set<String> on(Endpoint endpoint, String... operations) {
    List<String> meant = meant(endpoint, operations);
    // The operations are looked up in any case, so that an unknown name is reported.
    endpoint.switchingOff(Set.copyOf(meant));
    Set<String> off = new TreeSet<>(endpoint.switchedOff());
    meant.forEach(off::remove);
    return off;
  }

  private static List<String> meant(Endpoint endpoint, String... operations) {
    return operations.length == 0 ? endpoint.operationNames() : Arrays.asList(operations);
  }
}
