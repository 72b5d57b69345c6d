package org.calmanchor.standin;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.Comparison;
import org.calmanchor.checks.Expected;
import org.calmanchor.checks.Matcher;
import org.calmanchor.core.dynamic.DynamicAnswers;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.DynamicRequest;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.path.MissingValues;
import org.calmanchor.core.path.PathValues;
import org.calmanchor.core.sample.Samples;
import org.jspecify.annotations.Nullable;

/** Plans the answers to the calls of one port type, and finds all checks that cannot be played. */
final class AnswerPlanner {
  /** An abstract type lacks its name first, then the members that the type has. */
  private static final int MOST_ROUNDS = 100;

  private final Contract contract;
  private final Samples samples;
  private final DynamicMessages messages;
  private final DynamicAnswers answers;
  private final Comparison comparison;
  private final List<String> problems;

  AnswerPlanner(Contract contract, Samples samples, List<String> problems) {
    this.contract = contract;
    this.samples = samples;
    this.messages = DynamicMessages.of(contract);
    this.answers = DynamicAnswers.of(contract);
    this.comparison = new Comparison(contract);
    this.problems = problems;
  }

  /** The answers that checks plan, the most specific ones first. */
  List<PlannedAnswer> plan(List<Check> checks) {
    List<PlannedAnswer> planned = new ArrayList<>();
    for (Check check : checks) {
      if (check.expected() instanceof Expected.Refused) {
        // Of who may call, not of what is answered.
        continue;
      }
      try {
        Operation operation = contract.operation(check.operation());
        requireFitting(check);
        planned.add(PlannedAnswer.of(check, valid(operation, outcome(operation, check))));
      } catch (IllegalArgumentException unfit) {
        problems.add("\"" + check.name() + "\": " + unfit.getMessage());
      }
    }
    // Of two that are as specific as each other, the first one answers.
    planned.sort(Comparator.comparingInt(each -> -each.specificity()));
    return planned;
  }

  /** Refuses a check that names what no request can have. */
  private void requireFitting(Check check) {
    SoapVersion version =
        check.version() == null ? contract.bindings().get(0).version() : check.version();
    comparison.fits(
        check, new DynamicRequest(check.operation(), version, check.input(), check.headerBlocks()));
  }

  private Outcome outcome(Operation operation, Check check) {
    if (check.expected() instanceof Expected.Result result) {
      if (operation.output() == null) {
        throw new IllegalArgumentException(operation.name() + " is one-way; expect \"accepted\"");
      }
      ElementDeclaration element = contract.response(operation);
      return new Outcome.Result(completed(element, result.values(), result.compare()));
    }
    if (check.expected() instanceof Expected.Fault fault) {
      return fault(operation, fault);
    }
    if (operation.output() != null) {
      throw new IllegalArgumentException(
          operation.name() + " has an answer; \"accepted\" is for one-way operations");
    }
    return new Outcome.Result(Map.of());
  }

  private Outcome fault(Operation operation, Expected.Fault fault) {
    String code = fault.code() == null ? "Receiver" : fault.code();
    String name = fault.name();
    if (name == null) {
      return new Outcome.OtherFault(
          code, fault.reason() == null ? "The stand-in refuses this." : fault.reason(), List.of());
    }
    List<String> names = operation.faults().stream().map(Operation.FaultUse::name).toList();
    Operation.FaultUse use =
        operation.faults().stream()
            .filter(each -> each.name().equals(name))
            .findFirst()
            .orElseThrow(
                () ->
                    new IllegalArgumentException(
                        operation.name()
                            + " has no fault \""
                            + name
                            + "\"; it has "
                            + (names.isEmpty() ? "none" : String.join(", ", names))));
    Map<String, Object> values =
        fault.values() == null
            ? samples.fault(use)
            : completed(
                contract.bodyElement(use.message()), fault.values(), Expected.Compare.NAMED);
    return new Outcome.DeclaredFault(
        name, code, fault.reason() == null ? name : fault.reason(), values);
  }

  /** The values, with samples for what a check need not name. */
  private Map<String, Object> completed(
      @Nullable ElementDeclaration element, Map<String, Object> values, Expected.Compare compare) {
    Map<String, Object> plain = Matcher.removedFrom(values);
    boolean isComplete = compare == Expected.Compare.ALL && plain.equals(values);
    if (element == null || isComplete) {
      return plain;
    }
    PathValues all = PathValues.ofBody(contract, element, plain, (type, text) -> text);
    for (int round = 0; round < MOST_ROUNDS; round++) {
      List<MissingValues.Missing> missing =
          MissingValues.ofBody(contract, samples, element, all.values()).stream()
              .filter(each -> !each.example().isEmpty())
              .toList();
      if (missing.isEmpty()) {
        break;
      }
      missing.forEach(each -> all.set(each.path(), each.example()));
    }
    return new LinkedHashMap<>(all.values());
  }

  /** The outcome, if it is a valid answer of the contract. */
  private Outcome valid(Operation operation, Outcome outcome) {
    SoapVersion version = contract.bindings().get(0).version();
    byte[] answer;
    if (outcome instanceof Outcome.Result result && contract.response(operation) != null) {
      answer =
          answers.response(
              operation.name(), version, result.values(), Map.of(), DynamicMessages.Layout.COMPACT);
    } else if (outcome instanceof Outcome.DeclaredFault fault) {
      answer =
          answers.fault(
              operation.name(),
              fault.name(),
              version,
              fault.reason(),
              fault.values(),
              DynamicMessages.Layout.COMPACT);
    } else {
      return outcome;
    }
    if (messages.answer(operation.name(), answer) instanceof Outcome.Unreadable unreadable) {
      throw new IllegalArgumentException(
          "its outcome is no answer of the contract: "
              + unreadable.reason()
              + (unreadable.reason().contains(" is missing")
                  ? " Name all of it, or write compare: named for samples of the rest."
                  : ""));
    }
    return outcome;
  }

  /** A valid answer for what no check fits. */
  Outcome sample(Operation operation) {
    return operation.output() == null
        ? new Outcome.Result(Map.of())
        : valid(operation, new Outcome.Result(samples.response(operation)));
  }
}
