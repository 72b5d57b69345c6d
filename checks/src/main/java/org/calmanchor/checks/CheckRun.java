package org.calmanchor.checks;

import java.io.IOException;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;
import org.jspecify.annotations.Nullable;

/** Runs checks of one contract. Safe for any number of threads, as far as the transport is. */
public final class CheckRun {
  private final Comparison comparison;
  private final CheckTransport transport;
  private final UnaryOperator<@Nullable String> environment;

  /**
   * Creates a run of checks of {@code contract}; {@code transport} makes the calls. Checks get
   * nothing from the environment.
   */
  public CheckRun(Contract contract, CheckTransport transport) {
    this(contract, transport, name -> null);
  }

  /**
   * Creates a run of checks of {@code contract}.
   *
   * @param transport makes the calls
   * @param environment the value of a variable of the environment, or null if it is not set or not
   *     for checks
   */
  public CheckRun(
      Contract contract, CheckTransport transport, UnaryOperator<@Nullable String> environment) {
    this.comparison = new Comparison(contract);
    this.transport = transport;
    this.environment = environment;
  }

  /** Runs the checks one after the other; a failed check does not stop the run. */
  public List<CheckResult> run(List<Check> checks) {
    return checks.stream().map(this::run).toList();
  }

  /** Runs one check: its steps and then itself, as often as it says. */
  public CheckResult run(Check check) {
    CheckResult result = once(check);
    for (int run = 2; run <= check.settings().repeat() && result.isPassed(); run++) {
      result = once(check);
    }
    return result;
  }

  private CheckResult once(Check check) {
    Map<String, Map<String, ?>> steps = new LinkedHashMap<>();
    for (Check step : check.settings().given()) {
      CheckResult result = call(step, steps);
      if (!result.isPassed()) {
        List<Difference> differences =
            result.differences().stream().map(each -> each.within("step " + step.name())).toList();
        return new CheckResult(check, result.outcome(), differences, result.took(), step.name());
      }
      steps.put(
          step.name(), result.outcome() == null ? Map.of() : References.valuesOf(result.outcome()));
    }
    return call(check, steps);
  }

  private CheckResult call(Check check, Map<String, Map<String, ?>> steps) {
    long start = System.nanoTime();
    try {
      References references = new References(steps, environment);
      Check request =
          check.with(
              references.resolveRequest(check.input()),
              references.resolveRequest(check.headerBlocks()),
              check.expected());
      start = System.nanoTime();
      Outcome outcome = transport.call(request);
      Duration took = Duration.ofNanos(System.nanoTime() - start);
      Map<String, Map<String, ?>> known = new LinkedHashMap<>(steps);
      known.put(Reference.REQUEST, request.input());
      Check expected =
          request.with(
              request.input(),
              request.headerBlocks(),
              new References(known, environment).resolve(check.expected()));
      List<Difference> differences = comparison.differences(expected, outcome);
      Duration within = check.settings().within();
      if (differences.isEmpty() && within != null && took.compareTo(within) > 0) {
        differences =
            List.of(new Difference("", "an answer within " + within, "one after " + took));
      }
      return new CheckResult(check, outcome, differences, took, null);
    } catch (CallRefusedException refused) {
      Duration took = Duration.ofNanos(System.nanoTime() - start);
      return new CheckResult(check, null, Comparison.differences(check, refused), took, null);
    } catch (IOException | IllegalArgumentException failed) {
      Duration took = Duration.ofNanos(System.nanoTime() - start);
      Difference difference =
          new Difference("", "an answer", "none: " + String.valueOf(failed.getMessage()));
      return new CheckResult(check, null, List.of(difference), took, null);
    }
  }
}
