package org.calmanchor.standin;

import java.util.Map;
import org.calmanchor.checks.Check;
import org.calmanchor.core.dynamic.Outcome;

/**
 * The answer that a check plans.
 *
 * @param check what has to be asked
 * @param outcome the complete answer
 * @param specificity how many values the check names
 */
record PlannedAnswer(Check check, Outcome outcome, int specificity) {
  static PlannedAnswer of(Check check, Outcome outcome) {
    int named =
        count(check.input()) + count(check.headerBlocks()) + (check.version() == null ? 0 : 1);
    return new PlannedAnswer(check, outcome, named);
  }

  /** The number of values in a tree. */
  private static int count(Object value) {
    if (value instanceof Map<?, ?> map) {
      return map.values().stream().mapToInt(PlannedAnswer::count).sum();
    }
    return value instanceof Iterable<?> items ? countAll(items) : 1;
  }

  private static int countAll(Iterable<?> items) {
    int count = 1;
    for (Object item : items) {
      count += count(item);
    }
    return count;
  }
}
