package org.calmanchor.cli;

import static org.calmanchor.cli.terminal.Terminal.padded;
import static org.calmanchor.cli.terminal.Terminal.widest;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.reading.Reading;

/** Which operations of a service are open to whom, as lines for people. */
final class AccessTable {
  private AccessTable() {}

  /**
   * One line if all operations of a service are open to the same callers; else a line with its
   * name, and one for each operation.
   */
  static List<String> of(Reading reading) {
    PortType portType = reading.contract().portTypes().get(0);
    String service = portType.name().getLocalPart();
    List<String> names = portType.operations().stream().map(Operation::name).toList();
    List<Access> kinds = names.stream().map(name -> of(reading, name)).distinct().toList();
    if (kinds.size() == 1) {
      return List.of(service + "  " + kinds.get(0));
    }
    int width = widest(names);
    return Stream.concat(
            Stream.of(service),
            names.stream().map(name -> "  " + padded(name, width) + "  " + of(reading, name)))
        .toList();
  }

  /** Who may call an operation of a reading. */
  static Access of(Reading reading, String operation) {
    return Objects.requireNonNull(reading.members().operations().get(operation)).access();
  }
}
