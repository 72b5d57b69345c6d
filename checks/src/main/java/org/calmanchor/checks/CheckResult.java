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
 */
public record CheckResult(
    Check check, @Nullable Outcome outcome, List<Difference> differences, Duration took) {
  /** Whether the answer was as expected. */
  public boolean isPassed() {
    return differences.isEmpty();
  }
}
