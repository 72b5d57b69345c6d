package org.calmanchor.checks;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.DynamicRequest;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/**
 * Compares the expected outcome of a check with the real one. Immutable, safe for any number of
 * threads.
 */
public final class Comparison {
  private static final TypeUse NOTHING = ComplexType.sequence(List.of(), Origin.NONE);

  private final Contract contract;

  /** Creates a comparison for operations of {@code contract}. */
  public Comparison(Contract contract) {
    this.contract = contract;
  }

  /**
   * The differences between {@code outcome} and what {@code check} expects; empty if there are
   * none.
   *
   * @throws IllegalArgumentException when the contract lacks the operation, or what the check names
   */
  public List<Difference> differences(Check check, Outcome outcome) {
    Operation operation = contract.operation(check.operation());
    List<Difference> found = new ArrayList<>();
    if (check.expected() instanceof Expected.Result expected) {
      result(operation, expected, outcome, found);
    } else if (check.expected() instanceof Expected.Fault expected) {
      fault(operation, expected, outcome, found);
    } else if (check.expected() instanceof Expected.Refused expected) {
      found.add(new Difference("", words(expected), words(outcome)));
    } else if (!(outcome instanceof Outcome.Result)) {
      found.add(new Difference("", "that the message is accepted", words(outcome)));
    }
    return List.copyOf(found);
  }

  /** The same for a call that was refused without a SOAP message. */
  static List<Difference> differences(Check check, CallRefusedException refused) {
    if (!(check.expected() instanceof Expected.Refused expected)) {
      return List.of(new Difference("", "an answer", "none: " + refused.getMessage()));
    }
    return expected.status() == refused.status()
        ? List.of()
        : List.of(new Difference("", words(expected), "HTTP status " + refused.status()));
  }

  private static String words(Expected.Refused expected) {
    return "a refusal with HTTP status " + expected.status();
  }

  /**
   * Whether a request has all values that {@code check} names; it may have others too.
   *
   * @throws IllegalArgumentException when the contract lacks the operation, or what the check names
   */
  public boolean fits(Check check, DynamicRequest request) {
    Operation operation = contract.operation(check.operation());
    if (!check.operation().equals(request.operation())
        || (check.version() != null && check.version() != request.version())) {
      return false;
    }
    List<Difference> found = new ArrayList<>();
    body(
        contract.request(operation),
        check.input(),
        request.values(),
        Expected.Compare.NAMED,
        found);
    ComplexType blocks =
        ComplexType.sequence(
            contract.requiredHeaders(operation).stream().map(Comparison::keyed).toList(),
            Origin.NONE);
    new ValueComparison(contract)
        .compare(
            blocks,
            check.headerBlocks(),
            request.headerBlocks(),
            Expected.Compare.NAMED,
            "",
            found);
    return found.isEmpty();
  }

  /** A header block by its key, which is its local name. */
  private static Particle keyed(ElementDeclaration block) {
    QName key = new QName(block.name().getLocalPart());
    return new Particle(new ElementDeclaration(key, block.type(), false, "", Origin.NONE), 1, 1);
  }

  private void result(
      Operation operation, Expected.Result expected, Outcome outcome, List<Difference> found) {
    if (operation.output() == null) {
      throw new IllegalArgumentException(
          operation.name() + " is one-way; expect \"accepted\" of it");
    }
    if (outcome instanceof Outcome.Result result) {
      body(
          contract.response(operation),
          expected.values(),
          result.values(),
          expected.compare(),
          found);
    } else {
      found.add(new Difference("", "a result", words(outcome)));
    }
  }

  /** Compares the members of a body element; one without members is its only member. */
  private void body(
      @Nullable ElementDeclaration element,
      Map<String, ?> expected,
      Map<String, ?> actual,
      Expected.Compare compare,
      List<Difference> found) {
    TypeUse type = element == null ? NOTHING : element.type();
    ComplexType structure =
        contract.definition(type) instanceof ComplexType complex
                && (element == null || DynamicMessages.hasMembers(contract, element))
            ? complex
            : ComplexType.sequence(List.of(only(type)), Origin.NONE);
    new ValueComparison(contract).compare(structure, expected, actual, compare, "", found);
  }

  private static Particle only(TypeUse type) {
    QName key = new QName(DynamicMessages.ONLY_KEY);
    return new Particle(new ElementDeclaration(key, type, false, "", Origin.NONE), 1, 1);
  }

  private void fault(
      Operation operation, Expected.Fault expected, Outcome outcome, List<Difference> found) {
    String name = expected.name();
    Operation.@Nullable FaultUse declared = name == null ? null : declared(operation, name);
    if (outcome instanceof Outcome.DeclaredFault fault) {
      if (!fault.name().equals(name)) {
        found.add(new Difference("fault", name == null ? "none declared" : name, fault.name()));
        return;
      }
      parts(expected, fault.code(), fault.reason(), found);
      Map<String, Object> values = expected.values();
      if (declared != null && values != null) {
        ElementDeclaration detail = contract.bodyElement(declared.message());
        body(detail, values, fault.values(), expected.compare(), found);
      }
    } else if (outcome instanceof Outcome.OtherFault fault && name == null) {
      parts(expected, fault.code(), fault.reason(), found);
    } else {
      String wanted = name == null ? "a fault" : "fault " + name;
      found.add(new Difference("fault", wanted, words(outcome)));
    }
  }

  private static Operation.FaultUse declared(Operation operation, String name) {
    return operation.faults().stream()
        .filter(fault -> fault.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    operation.name()
                        + " declares no fault \""
                        + name
                        + "\"; it declares "
                        + operation.faults().stream().map(Operation.FaultUse::name).toList()));
  }

  private static void parts(
      Expected.Fault expected, String code, String reason, List<Difference> found) {
    if (expected.code() != null && !sides(expected.code()).contains(code)) {
      found.add(new Difference("code", expected.code(), code));
    }
    if (expected.reason() != null && !expected.reason().equals(reason)) {
      found.add(new Difference("reason", expected.reason(), reason));
    }
  }

  /**
   * The names of sender and receiver differ between the versions (SOAP 1.1, section 4.4.1; SOAP 1.2
   * part 1, section 5.4.6).
   */
  private static Set<String> sides(String code) {
    Set<String> names = new HashSet<>(Set.of(code));
    switch (code) {
      case "Client", "Sender" -> names.addAll(Set.of("Client", "Sender"));
      case "Server", "Receiver" -> names.addAll(Set.of("Server", "Receiver"));
      default -> {}
    }
    return names;
  }

  private static String words(Outcome outcome) {
    if (outcome instanceof Outcome.DeclaredFault fault) {
      return "fault " + fault.name() + ": " + fault.reason();
    }
    if (outcome instanceof Outcome.OtherFault fault) {
      return "a fault (" + fault.code() + "): " + fault.reason();
    }
    return outcome instanceof Outcome.Unreadable unreadable
        ? "no answer of the contract: " + unreadable.reason()
        : "a result";
  }
}
