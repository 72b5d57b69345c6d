package org.calmanchor.web.page;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.Expected;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.outline.TypedValues;

/** Shows what answers contain, and what is expected of them, with names and types. */
public final class TypedOutcomes {
  private final Contract contract;
  private final DynamicMessages messages;
  private final TypedValues typed;

  TypedOutcomes(Contract contract, DynamicMessages messages) {
    this.contract = contract;
    this.messages = messages;
    this.typed = new TypedValues(contract);
  }

  /**
   * The content of an answer with names and types, for the page.
   *
   * @throws IllegalArgumentException when there is no such operation
   */
  public Map<String, Object> of(String operationName, byte[] message) {
    Operation operation = contract.operation(operationName);
    Map<String, Object> shown = new LinkedHashMap<>();
    Outcome outcome = messages.answer(operationName, message);
    shown.put("said", words(outcome));
    if (outcome instanceof Outcome.Result result && operation.output() != null) {
      shown.put("kind", "result");
      shown.put("values", result.values());
      shown.put("nodes", typed.body(contract.response(operation), result.values()));
    } else if (outcome instanceof Outcome.DeclaredFault fault) {
      shown.put("kind", "fault");
      shown.put("values", fault.values());
      shown.put("name", fault.name());
      shown.put("code", fault.code());
      shown.put("reason", fault.reason());
      operation.faults().stream()
          .filter(declared -> declared.name().equals(fault.name()))
          .forEach(declared -> shown.put("nodes", nodes(declared.message(), fault.values())));
    } else if (outcome instanceof Outcome.OtherFault fault) {
      shown.put("kind", "refused");
      shown.put("code", fault.code());
      shown.put("reason", fault.reason());
      shown.put(
          "problems",
          fault.problems().stream()
              .map(p -> Map.of("path", p.path(), "expected", p.expected(), "found", p.found()))
              .toList());
    } else if (outcome instanceof Outcome.Unreadable unreadable) {
      shown.put("kind", "unreadable");
      shown.put("reason", unreadable.reason());
    }
    return shown;
  }

  /**
   * What is expected of an operation, with names and types, for the page.
   *
   * @throws IllegalArgumentException when there is no such operation
   */
  public Map<String, Object> of(String operationName, Expected expected) {
    Operation operation = contract.operation(operationName);
    Map<String, Object> shown = new LinkedHashMap<>();
    if (expected instanceof Expected.Result result && operation.output() != null) {
      shown.put("kind", "result");
      shown.put(
          "nodes", typed.body(contract.response(operation), CheckFile.words(result.values())));
    } else if (expected instanceof Expected.Fault fault) {
      shown.put("kind", fault.name() == null ? "refused" : "fault");
      shown.put("name", fault.name());
      operation.faults().stream()
          .filter(declared -> declared.name().equals(fault.name()))
          .forEach(declared -> shown.put("nodes", nodes(declared.message(), values(fault))));
    } else {
      shown.put("kind", "accepted");
    }
    return shown;
  }

  private List<Map<String, Object>> nodes(QName message, Map<String, Object> values) {
    return typed.body(contract.bodyElement(message), values);
  }

  /** The outcome in a few words, for lists. */
  public static String words(Outcome outcome) {
    if (outcome instanceof Outcome.DeclaredFault fault) {
      return "fault " + fault.name();
    }
    if (outcome instanceof Outcome.OtherFault fault) {
      return "fault (" + fault.code() + ")";
    }
    return outcome instanceof Outcome.Result ? "result" : "not in the contract";
  }

  private static Map<String, Object> values(Expected.Fault fault) {
    Map<String, Object> values = fault.values();
    return values == null ? Map.of() : CheckFile.words(values);
  }
}
