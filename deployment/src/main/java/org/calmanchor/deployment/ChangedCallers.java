package org.calmanchor.deployment;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.reading.Reading;

/** Who may call, as the file of callers has it instead of the code. */
final class ChangedCallers {
  private final Map<String, Access> changes;
  private final Set<String> unused;
  private final Set<String> known = new TreeSet<>();

  /** By the name of a service, or of a service and an operation with a dot between them. */
  ChangedCallers(Map<String, Access> changes) {
    this.changes = changes;
    this.unused = new TreeSet<>(changes.keySet());
  }

  /** A reading with these changes. */
  Reading applyTo(Reading reading) {
    PortType portType = reading.contract().portTypes().get(0);
    String service = portType.name().getLocalPart();
    Map<String, Access> found = new TreeMap<>();
    known.add(service);
    for (Operation operation : portType.operations()) {
      String full = service + "." + operation.name();
      known.add(full);
      Access access = changes.getOrDefault(full, changes.get(service));
      if (access != null) {
        found.put(operation.name(), access);
      }
    }
    unused.removeAll(known);
    return reading.callers(found);
  }

  /**
   * Refuses changes of what is not served.
   *
   * @throws ConfigurationException when there are some
   */
  void requireAllUsed() {
    for (String name : unused) {
      throw new ConfigurationException(
          "callers: \"operations\" names \""
              + name
              + "\", which is not served. "
              + NearMiss.of(
                  name, List.copyOf(known), "There is " + String.join(", ", known) + "."));
    }
  }
}
