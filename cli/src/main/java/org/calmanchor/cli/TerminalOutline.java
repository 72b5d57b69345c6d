package org.calmanchor.cli;

import static org.calmanchor.cli.terminal.Terminal.padded;
import static org.calmanchor.cli.terminal.Terminal.shown;
import static org.calmanchor.cli.terminal.Terminal.widest;
import static org.calmanchor.cli.terminal.Terminal.wrap;

import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.document.Notice;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.outline.Outline;
import org.calmanchor.core.outline.OutlineDepth;
import org.calmanchor.core.outline.OutlineLine;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Help.Ansi;

/** Prints a contract as an outline, with headings in bold where the terminal can show them. */
final class TerminalOutline {
  private static final int WIDEST_NAME = 36;

  private final Contract contract;
  private final Map<String, Access> access;
  private final Outline outline;
  private final Ansi ansi;
  private final PrintWriter screen;

  TerminalOutline(Contract contract, Map<String, Access> access, Ansi ansi, PrintWriter screen) {
    this.contract = contract;
    this.access = Map.copyOf(access);
    this.outline = Outline.of(contract, OutlineDepth.FULL);
    this.ansi = ansi;
    this.screen = screen;
  }

  /** Prints port types with their documentation, and services with their ports. */
  void services() {
    for (PortType portType : contract.portTypes()) {
      screen.println(
          bold(portType.name().getLocalPart()) + "  " + portType.name().getNamespaceURI());
      wrapped(portType.doc(), 2);
    }
    for (Service service : contract.services()) {
      screen.println();
      screen.println("Service " + service.name().getLocalPart());
      int width = widest(service.ports().stream().map(Service.Port::name).toList());
      for (Service.Port port : service.ports()) {
        String address = port.address().isEmpty() ? "address set by the host" : port.address();
        screen.println(
            "  "
                + padded(port.name(), width)
                + "  "
                + contract.binding(port.binding()).version().title()
                + "  "
                + shown(address));
      }
    }
  }

  /** Prints the names and the documentation of operations, a line each. */
  void list(List<Operation> operations) {
    screen.println();
    int width = widest(operations.stream().map(Operation::name).toList());
    for (Operation each : operations) {
      String doc = shown(each.doc());
      int room = Terminal.WIDTH - width - 4;
      screen.println(
          ("  "
                  + bold(padded(each.name(), width))
                  + "  "
                  + (doc.length() > room ? doc.substring(0, room - 1) + "…" : doc))
              .stripTrailing());
    }
  }

  /** Prints an operation with its messages. */
  void operation(Operation operation) {
    screen.println();
    screen.println(bold(operation.name()));
    wrapped(operation.doc(), 2);
    String origin = operation.origin().place();
    if (!origin.isEmpty()) {
      screen.println("  from " + shown(origin));
    }
    if (!operation.input().action().isEmpty()) {
      screen.println("  action " + shown(operation.input().action()));
    }
    Access callers = access.get(operation.name());
    if (callers != null) {
      screen.println("  for " + callers);
    }
    contract.requiredHeaders(operation).forEach(each -> header("request header", each));
    message("request", contract.request(operation), outline.request(operation));
    if (operation.output() == null) {
      screen.println("  no response (one-way)");
    } else {
      contract.responseHeaders(operation).forEach(each -> header("response header", each));
      message("response", contract.response(operation), outline.response(operation));
    }
    for (Operation.FaultUse fault : operation.faults()) {
      message("fault " + fault.name(), contract.bodyElement(fault.message()), outline.fault(fault));
    }
  }

  /** Prints what was passed over in a document. */
  void notices(List<Notice> notices) {
    if (!notices.isEmpty()) {
      screen.println();
      notices.forEach(notice -> screen.println("Note: " + shown(notice.toString())));
    }
  }

  private void header(String title, ElementDeclaration element) {
    message(title, element, outline.headerBlock(element));
  }

  private void message(
      String title, @Nullable ElementDeclaration element, List<OutlineLine> lines) {
    String namespace = element == null ? "" : element.name().getNamespaceURI();
    String elsewhere =
        namespace.equals(contract.targetNamespace()) || namespace.isEmpty()
            ? ""
            : "  " + shown(namespace);
    String name = element == null ? "" : "  <" + element.name().getLocalPart() + ">";
    screen.println("  " + bold(title) + name + elsewhere);
    if (lines.isEmpty()) {
      screen.println("    (empty)");
      return;
    }
    int width =
        Math.min(WIDEST_NAME, widest(lines.stream().map(TerminalOutline::indentedLabel).toList()));
    lines.forEach(line -> line(line, width));
  }

  private void line(OutlineLine line, int width) {
    String start = "    " + padded(indentedLabel(line), width) + "  ";
    int room = Terminal.WIDTH - start.length();
    String allowed = shown(line.allowed());
    String doc = shown(line.doc());
    String both = allowed.isEmpty() || doc.isEmpty() ? allowed + doc : allowed + " — " + doc;
    List<String> words =
        both.length() <= room || doc.isEmpty()
            ? wrap(both, room)
            : Stream.concat(wrap(allowed, room).stream(), wrap(doc, room).stream()).toList();
    screen.println((start + (words.isEmpty() ? "" : words.get(0))).stripTrailing());
    words.stream().skip(1).forEach(each -> screen.println(" ".repeat(width + 8) + each));
  }

  private static String indentedLabel(OutlineLine line) {
    return "  ".repeat(line.depth()) + shown(line.label());
  }

  private void wrapped(String text, int indent) {
    wrap(shown(text), Terminal.WIDTH - indent)
        .forEach(line -> screen.println(" ".repeat(indent) + line));
  }

  private String bold(String text) {
    return Terminal.bold(ansi, text);
  }
}
