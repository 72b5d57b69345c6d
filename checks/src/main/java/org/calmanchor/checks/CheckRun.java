package org.calmanchor.checks;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.Contract;

/** Runs checks of one contract. Safe for any number of threads, as far as the caller is. */
public final class CheckRun {
  private final Comparison comparison;
  private final Caller caller;

  /** Creates a run of checks of {@code contract}; {@code caller} makes the calls. */
  public CheckRun(Contract contract, Caller caller) {
    this.comparison = new Comparison(contract);
    this.caller = caller;
  }

  /** Runs the checks one after the other; a failed check does not stop the run. */
  public List<CheckResult> run(List<Check> checks) {
    return checks.stream().map(this::run).toList();
  }

  /** Runs one check. */
  public CheckResult run(Check check) {
    long start = System.nanoTime();
    try {
      Outcome outcome = caller.call(check);
      Duration took = Duration.ofNanos(System.nanoTime() - start);
      return new CheckResult(check, outcome, comparison.differences(check, outcome), took);
    } catch (IOException | IllegalArgumentException failed) {
      Duration took = Duration.ofNanos(System.nanoTime() - start);
      Difference difference =
          new Difference("", "an answer", "none: " + String.valueOf(failed.getMessage()));
      return new CheckResult(check, null, List.of(difference), took);
    }
  }
}
