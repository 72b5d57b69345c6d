package org.calmanchor.core.logging;

import java.util.concurrent.TimeUnit;
import java.util.function.LongSupplier;
import org.slf4j.Logger;
import org.slf4j.event.Level;

/**
 * Logs an event that callers can cause: some of each minute in full, and then the number of the
 * others. Safe for any number of threads.
 */
public final class RateLimitedLog {
  private static final int MOST = 10;
  private static final long NANOS = TimeUnit.MINUTES.toNanos(1);

  private final Logger log;
  private final Level level;
  private final LongSupplier clock;
  private long start;
  private int count;

  /** Creates a log that writes at {@code level}. */
  @SuppressWarnings("exports") // for our own modules, which all know the logging library
  public RateLimitedLog(Logger log, Level level) {
    this(log, level, System::nanoTime);
  }

  RateLimitedLog(Logger log, Level level, LongSupplier clock) {
    this.log = log;
    this.level = level;
    this.clock = clock;
    this.start = clock.getAsLong();
  }

  /**
   * Writes the entry, or only counts it.
   *
   * @param message with {@code {}} where arguments stand
   */
  public void log(String message, Object... arguments) {
    int leftOut = admit();
    if (leftOut > 0) {
      log.atLevel(level).log("{} more of the following were left out within a minute", leftOut);
    }
    if (leftOut >= 0) {
      log.atLevel(level).log(message, arguments);
    }
  }

  /** The number of entries left out before this one; -1 if this one is left out too. */
  private synchronized int admit() {
    long now = clock.getAsLong();
    int leftOut = 0;
    if (now - start > NANOS) {
      leftOut = Math.max(0, count - MOST);
      start = now;
      count = 0;
    }
    return ++count > MOST ? -1 : leftOut;
  }
}
