package org.calmanchor.web.picture;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.outline.Outline;
import org.calmanchor.core.outline.OutlineDepth;
import org.calmanchor.core.outline.OutlineLine;
import org.calmanchor.core.outline.TypeNames;
import org.jspecify.annotations.Nullable;

/** Makes the diagram of one operation: its messages, and the types that they reach. */
final class OperationDiagram {
  private static final int MOST_BOXES = 60;
  private static final int MOST_ROWS = 16;

  private final Contract contract;
  private final PictureLinks links;
  private final Outline outline;
  private final TypeNames names;
  private final Diagram diagram = new Diagram();
  private final Map<QName, Integer> boxes = new LinkedHashMap<>();
  private final Deque<QName> waiting = new ArrayDeque<>();

  OperationDiagram(Contract contract, PictureLinks links) {
    this.contract = contract;
    this.links = links;
    this.outline = Outline.of(contract, OutlineDepth.NAMED_TYPES);
    this.names = new TypeNames(contract);
  }

  Diagram of(Operation operation) {
    int root = diagram.add(root(operation));
    contract
        .requiredHeaders(operation)
        .forEach(each -> message(root, "header of the request", each, outline.headerBlock(each)));
    message(root, "request", contract.request(operation), outline.request(operation));
    if (operation.output() != null) {
      contract
          .responseHeaders(operation)
          .forEach(
              each -> message(root, "header of the response", each, outline.headerBlock(each)));
      message(root, "response", contract.response(operation), outline.response(operation));
    }
    for (Operation.FaultUse fault : operation.faults()) {
      message(
          root,
          "fault " + fault.name(),
          contract.bodyElement(fault.message()),
          outline.fault(fault));
    }
    while (!waiting.isEmpty()) {
      type(waiting.remove());
    }
    return diagram;
  }

  private Box root(Operation operation) {
    String origin = operation.origin().place();
    List<Box.Row> rows = new ArrayList<>();
    if (!origin.isEmpty()) {
      rows.add(new Box.Row(origin, "", ""));
    }
    if (operation.output() == null) {
      rows.add(new Box.Row("one-way", "", ""));
    }
    return new Box("operation", operation.name(), rows, links.operation(operation.name()));
  }

  private void message(
      int root, String kind, @Nullable ElementDeclaration element, List<OutlineLine> lines) {
    if (element == null) {
      diagram.connect(root, -1, diagram.add(new Box(kind, "empty body", List.of(), "")), false);
      return;
    }
    String href = links.component("element", element.name());
    diagram.connect(
        root, -1, add(kind, "<" + element.name().getLocalPart() + ">", lines, href), false);
  }

  private void type(QName name) {
    TypeDefinition type = contract.type(name);
    int number = boxes.getOrDefault(name, -1);
    if (type instanceof ComplexType complex) {
      String kind = complex.isAbstract() ? "abstract type" : "type";
      Derivation derivation = complex.derivation();
      String words =
          derivation != null && derivation.isExtension()
              ? kind + ", adds to " + derivation.base().getLocalPart()
              : kind;
      fill(number, words, name, outline.members(complex));
      for (ComplexType derived : contract.derived(complex)) {
        QName other = derived.name();
        int to = other == null ? -1 : box(other);
        if (to >= 0) {
          diagram.connect(number, -1, to, true);
        }
      }
    }
  }

  private int add(String kind, String title, List<OutlineLine> lines, String href) {
    int number = diagram.add(new Box(kind, title, List.of(), href));
    diagram.replace(number, new Box(kind, title, rows(number, lines), href));
    return number;
  }

  private void fill(int number, String kind, QName name, List<OutlineLine> lines) {
    String href = links.component("complexType", name);
    diagram.replace(number, new Box(kind, name.getLocalPart(), rows(number, lines), href));
  }

  /** The rows of a box, and the lines from them to the boxes of their types. */
  private List<Box.Row> rows(int number, List<OutlineLine> lines) {
    List<Box.Row> rows = new ArrayList<>();
    for (OutlineLine line : lines) {
      if (rows.size() == MOST_ROWS && lines.size() > MOST_ROWS + 1) {
        rows.add(new Box.Row("and " + (lines.size() - MOST_ROWS) + " more", "", ""));
        break;
      }
      QName reference = line.reference();
      int to = reference == null ? -1 : box(reference);
      if (to >= 0) {
        diagram.connect(number, rows.size(), to, false);
      }
      rows.add(new Box.Row("   ".repeat(line.depth()) + line.label(), type(line), ""));
    }
    return rows;
  }

  private static String type(OutlineLine line) {
    List<String> place =
        line.rules().stream()
            .filter(rule -> rule.equals("optional") || rule.matches("\\d+ (or more|to \\d+)"))
            .toList();
    String suffix = place.isEmpty() ? "" : ", " + String.join(", ", place);
    return line.type().isEmpty() ? String.join(", ", place) : line.type() + suffix;
  }

  /** The box of a type; -1 if it has none. */
  private int box(QName name) {
    Integer known = boxes.get(name);
    if (known != null) {
      return known;
    }
    TypeDefinition type = contract.type(name);
    if (type instanceof SimpleType simple) {
      return values(name, simple);
    }
    if (type == null || boxes.size() == MOST_BOXES) {
      return -1;
    }
    int number = diagram.add(new Box("type", name.getLocalPart(), List.of(), ""));
    boxes.put(name, number);
    waiting.add(name);
    return number;
  }

  /** The box of an enumeration; other simple types have none. */
  private int values(QName name, SimpleType type) {
    List<String> values = names.values(type).stream().map(each -> each.value()).toList();
    if (values.isEmpty() || boxes.size() == MOST_BOXES) {
      return -1;
    }
    List<Box.Row> rows = new ArrayList<>();
    values.stream().limit(MOST_ROWS).forEach(each -> rows.add(new Box.Row(each, "", "")));
    if (values.size() > MOST_ROWS) {
      rows.add(new Box.Row("and " + (values.size() - MOST_ROWS) + " more", "", ""));
    }
    String href = links.component("simpleType", name);
    int number = diagram.add(new Box("values", name.getLocalPart(), rows, href));
    boxes.put(name, number);
    return number;
  }
}
