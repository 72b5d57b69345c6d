package org.calmanchor.checks;

import java.time.Duration;
import java.util.List;
import org.calmanchor.core.dynamic.Outcome;
import org.jspecify.annotations.Nullable;

/**
 * The result of running a check.
 *
 * @param check the check
 * @param outcome what the service answered, or null when no answer came
 * @param differences where it is not what was expected; empty when the check has passed
 * @param took how long the call took
 * @param failedStep the name of the step before the check that failed; null if none did
 */
public record CheckResult(
    Check check,
    @Nullable Outcome outcome,
    List<Difference> differences,
    Duration took,
    @Nullable String failedStep) {
  /** Whether the answer was as expected. */
  public boolean isPassed() {
    return differences.isEmpty();
  }

  /**
   * The check with an expectation that the answer meets, as much of it as possible as it was; null
   * if no answer came that a check can expect, or if the failure is that of a step.
   */
  public @Nullable Check renewed() {
    Expected expected =
        outcome == null || failedStep != null
            ? null
            : RenewedExpectation.of(check.expected(), outcome);
    return expected == null ? null : check.with(check.input(), check.headerBlocks(), expected);
  }
}
