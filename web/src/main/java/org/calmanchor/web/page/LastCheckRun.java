package org.calmanchor.web.page;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/** The outcome of the last time that a page ran all checks of a service. Safe for any thread. */
public final class LastCheckRun {
  private static final DateTimeFormatter TIME =
      DateTimeFormatter.ofPattern("HH:mm").withZone(ZoneOffset.UTC);
  private static final int MOST = 1_000_000;

  private final AtomicReference<@Nullable String> words = new AtomicReference<>();

  LastCheckRun() {}

  /**
   * Records a run.
   *
   * @throws IllegalArgumentException if the numbers are not possible
   */
  public void record(int failed, int all) {
    if (failed < 0 || failed > all || all > MOST) {
      throw new IllegalArgumentException("failed must be 0 to all, and all at most " + MOST);
    }
    String outcome = failed == 0 ? all + " passed" : failed + " of " + all + " failed";
    words.set(outcome + " at " + TIME.format(Instant.now()) + " UTC");
  }

  /** The outcome in words. */
  String words() {
    String known = words.get();
    return known == null ? "not run since the start" : known;
  }
}
