package org.calmanchor.web.picture;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Service;

/** Draws contracts. Immutable. */
public final class ContractPicture {
  /** A list of this length is one column. */
  private static final int LONGEST_COLUMN = 30;

  private static final int MOST_OPERATIONS = 240;

  private final Contract contract;
  private final PictureLinks links;

  /** Draws {@code contract} with these links. */
  public ContractPicture(Contract contract, PictureLinks links) {
    this.contract = contract;
    this.links = links;
  }

  /** Services, ports, bindings and port types with their operations, as an SVG document. */
  public String services() {
    Diagram diagram = new Diagram();
    List<Integer> portTypes = new ArrayList<>();
    for (PortType each : contract.portTypes()) {
      portTypes.add(diagram.add(portType(each)));
    }
    List<Integer> bindings = new ArrayList<>();
    for (Binding each : contract.bindings()) {
      int box = diagram.add(binding(each));
      bindings.add(box);
      diagram.connect(box, -1, portTypes.get(indexOf(each)), false);
    }
    for (Service service : contract.services()) {
      int box = diagram.add(service(service));
      for (int row = 0; row < service.ports().size(); row++) {
        Binding binding = contract.binding(service.ports().get(row).binding());
        int at = diagram.add(port(service.ports().get(row)));
        diagram.connect(box, row, at, false);
        diagram.connect(at, -1, bindings.get(contract.bindings().indexOf(binding)), false);
      }
    }
    String name = contract.portTypes().get(0).name().getLocalPart();
    return SvgWriter.write(diagram, "The services, ports, bindings and operations of " + name);
  }

  /** An operation with its messages, and all types that these reach, as an SVG document. */
  public String operation(Operation operation) {
    return SvgWriter.write(
        new OperationDiagram(contract, links).of(operation),
        "The messages and types of the operation " + operation.name());
  }

  private int indexOf(Binding binding) {
    return contract.portTypes().indexOf(contract.portType(binding.portType()));
  }

  private Box service(Service service) {
    List<Box.Row> rows =
        service.ports().stream().map(each -> new Box.Row(each.name(), "", "")).toList();
    return new Box(
        "service", service.name().getLocalPart(), rows, links.component("service", service.name()));
  }

  private static Box port(Service.Port port) {
    String address = port.address().isEmpty() ? "address set by the host" : port.address();
    return new Box("port", port.name(), List.of(new Box.Row(address, "", "")), "");
  }

  private Box binding(Binding binding) {
    boolean isRpc =
        binding.operations().stream().anyMatch(each -> each.style() == Binding.Style.RPC);
    String style = isRpc ? "rpc/literal" : "document/literal";
    return new Box(
        "binding",
        binding.name().getLocalPart(),
        List.of(new Box.Row(binding.version().title() + " over HTTP, " + style, "", "")),
        links.component("binding", binding.name()));
  }

  private Box portType(PortType portType) {
    List<Operation> all =
        portType.operations().stream()
            .sorted(Comparator.comparingInt(each -> each.origin().position()))
            .toList();
    List<Box.Row> rows = new ArrayList<>();
    for (Operation each : all.subList(0, Math.min(all.size(), MOST_OPERATIONS))) {
      int faults = each.faults().size();
      String note =
          each.output() == null
              ? "one-way"
              : faults == 0 ? "" : faults == 1 ? "1 fault" : faults + " faults";
      rows.add(new Box.Row(each.name(), note, links.operation(each.name())));
    }
    if (all.size() > MOST_OPERATIONS) {
      rows.add(new Box.Row("and " + (all.size() - MOST_OPERATIONS) + " more", "", ""));
    }
    int columns = Math.max(1, (rows.size() + LONGEST_COLUMN - 1) / LONGEST_COLUMN);
    return new Box(
        "port type, " + all.size() + (all.size() == 1 ? " operation" : " operations"),
        portType.name().getLocalPart(),
        rows,
        Math.min(columns, 4),
        links.component("portType", portType.name()));
  }
}
