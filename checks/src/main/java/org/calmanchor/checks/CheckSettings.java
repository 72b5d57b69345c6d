package org.calmanchor.checks;

import java.time.Duration;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * How a check is run.
 *
 * @param tags words by which checks are chosen
 * @param given the steps before the check: each makes a call whose outcome the following ones can
 *     use; a step that fails ends the check
 * @param within how long the call of the check may take; null for any time
 * @param repeat how often it is run, steps included; the first failure ends it
 * @param after how long a stand-in waits before it answers so; zero for not at all
 * @param caller as whom it calls; null for the caller of the run
 */
public record CheckSettings(
    Set<String> tags,
    List<Check> given,
    @Nullable Duration within,
    int repeat,
    Duration after,
    @Nullable CheckCaller caller) {
  /** Nothing but the call itself, once. */
  public static final CheckSettings NONE =
      new CheckSettings(Set.of(), List.of(), null, 1, Duration.ZERO, null);

  /**
   * Copies the collections.
   *
   * @throws IllegalArgumentException when it is not run at all
   */
  public CheckSettings {
    tags = Collections.unmodifiableSet(new TreeSet<>(tags));
    given = List.copyOf(given);
    if (repeat < 1) {
      throw new IllegalArgumentException("a check is run once or more, not " + repeat + " times");
    }
  }

  /** A single call as a caller; null for the caller of the run. */
  static CheckSettings callBy(@Nullable CheckCaller caller) {
    return new CheckSettings(Set.of(), List.of(), null, 1, Duration.ZERO, caller);
  }
}
