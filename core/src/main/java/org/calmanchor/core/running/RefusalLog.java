package org.calmanchor.core.running;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.LimitCounts;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Logs what limits have refused, in one line a minute at most: a flood must not fill the log. For
 * one thread.
 */
final class RefusalLog {
  private static final Logger LOG = LoggerFactory.getLogger(RefusalLog.class);
  private static final long PAUSE_NANOS = TimeUnit.MINUTES.toNanos(1);

  private final LimitCounts counts;
  private Map<Limit, Long> told = Map.of();
  private long nextAt;

  /**
   * Creates a log.
   *
   * @param now the time of {@link System#nanoTime}
   */
  RefusalLog(LimitCounts counts, long now) {
    this.counts = counts;
    this.nextAt = now;
  }

  /** Logs what was refused since the last line, if that is a minute ago. */
  void look(long now) {
    if (now - nextAt < 0) {
      return;
    }
    Map<Limit, Long> all = counts.all();
    List<String> more = new ArrayList<>();
    all.forEach(
        (limit, count) -> {
          long added = count - told.getOrDefault(limit, 0L);
          if (added > 0) {
            more.add(limit.title() + " " + added);
          }
        });
    if (!more.isEmpty()) {
      told = all;
      nextAt = now + PAUSE_NANOS;
      LOG.warn(
          "limits have refused calls, pages or connections, each so many times since the last such"
              + " line: {}",
          Loggable.text(String.join(", ", more)));
    }
  }
}
