package org.calmanchor.cli;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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

/** What {@link TerminalOutline} prints, as maps and lists for a script. */
final class ContractJson {
  private final Map<String, Access> access;
  private final Contract contract;
  private final Outline outline;

  ContractJson(Contract contract, Map<String, Access> access) {
    this.access = Map.copyOf(access);
    this.contract = contract;
    this.outline = Outline.of(contract, OutlineDepth.FULL);
  }

  /** The whole: port types, services, these operations and notices. */
  Map<String, Object> of(List<Operation> operations, List<Notice> notices) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("portTypes", contract.portTypes().stream().map(ContractJson::portType).toList());
    json.put("services", contract.services().stream().map(this::service).toList());
    json.put("operations", operations.stream().map(this::operation).toList());
    json.put("notices", notices.stream().map(ContractJson::notice).toList());
    return json;
  }

  private static Map<String, Object> portType(PortType portType) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("name", portType.name().getLocalPart());
    json.put("namespace", portType.name().getNamespaceURI());
    putUnlessEmpty(json, "doc", portType.doc());
    return json;
  }

  private Map<String, Object> service(Service service) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("name", service.name().getLocalPart());
    json.put("ports", service.ports().stream().map(this::port).toList());
    return json;
  }

  private Map<String, Object> port(Service.Port port) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("name", port.name());
    json.put("version", contract.binding(port.binding()).version().title());
    putUnlessEmpty(json, "address", port.address());
    return json;
  }

  private Map<String, Object> operation(Operation operation) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("name", operation.name());
    putUnlessEmpty(json, "doc", operation.doc());
    putUnlessEmpty(json, "from", operation.origin().place());
    putUnlessEmpty(json, "action", operation.input().action());
    Access callers = access.get(operation.name());
    if (callers != null) {
      json.put("callers", callers.words());
    }
    json.put("requestHeaders", headers(contract.requiredHeaders(operation)));
    json.put("request", message(contract.request(operation), outline.request(operation)));
    json.put("oneWay", operation.output() == null);
    if (operation.output() != null) {
      json.put("responseHeaders", headers(contract.responseHeaders(operation)));
      json.put("response", message(contract.response(operation), outline.response(operation)));
    }
    json.put("faults", operation.faults().stream().map(this::fault).toList());
    return json;
  }

  private List<Map<String, Object>> headers(List<ElementDeclaration> blocks) {
    return blocks.stream().map(each -> message(each, outline.headerBlock(each))).toList();
  }

  private Map<String, Object> fault(Operation.FaultUse fault) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("name", fault.name());
    json.putAll(message(contract.bodyElement(fault.message()), outline.fault(fault)));
    return json;
  }

  private static Map<String, Object> message(
      @Nullable ElementDeclaration element, List<OutlineLine> lines) {
    Map<String, Object> json = new LinkedHashMap<>();
    if (element != null) {
      json.put("element", element.name().getLocalPart());
      json.put("namespace", element.name().getNamespaceURI());
    }
    json.put("members", nested(lines));
    return json;
  }

  /** Lines with depths as a tree. */
  private static List<Object> nested(List<OutlineLine> lines) {
    List<Object> roots = new ArrayList<>();
    Deque<List<Object>> open = new ArrayDeque<>(List.of(roots));
    for (int i = 0; i < lines.size(); i++) {
      OutlineLine line = lines.get(i);
      while (open.size() > line.depth() + 1) {
        open.pop();
      }
      Map<String, Object> json = line(line);
      open.element().add(json);
      if (i + 1 < lines.size() && lines.get(i + 1).depth() > line.depth()) {
        List<Object> members = new ArrayList<>();
        json.put("members", members);
        open.push(members);
      }
    }
    return roots;
  }

  private static Map<String, Object> line(OutlineLine line) {
    Map<String, Object> json = new LinkedHashMap<>();
    json.put("kind", line.kind().name().toLowerCase(Locale.ROOT));
    json.put("name", line.name());
    putUnlessEmpty(json, "type", line.type());
    if (!line.rules().isEmpty()) {
      json.put("rules", line.rules());
    }
    putUnlessEmpty(json, "doc", line.doc());
    return json;
  }

  private static Map<String, Object> notice(Notice notice) {
    return Map.of("place", notice.place(), "what", notice.sentence());
  }

  private static void putUnlessEmpty(Map<String, Object> json, String name, String value) {
    if (!value.isEmpty()) {
      json.put(name, value);
    }
  }
}
