package org.calmanchor.core.running;

import java.time.Duration;

/**
 * Finds out whether a message arrives too slowly: with less than a kibibyte a second, over ten
 * seconds. Not safe for several threads.
 */
public final class SlowSender {
  /** How long a sender is watched before it is judged. */
  public static final Duration WINDOW = Duration.ofSeconds(10);

  private static final int LEAST_BYTES = 10 << 10;

  private long begin;
  private long bytesBefore;

  /**
   * Watches a sender.
   *
   * @param now by {@link System#nanoTime}
   * @param bytes that have arrived until now
   */
  public SlowSender(long now, long bytes) {
    this.begin = now;
    this.bytesBefore = bytes;
  }

  /**
   * Whether the sender is too slow.
   *
   * @param now by {@link System#nanoTime}
   * @param bytes that have arrived until now
   */
  public boolean isTooSlow(long now, long bytes) {
    if (now - begin < WINDOW.toNanos()) {
      return false;
    }
    boolean isTooSlow = bytes - bytesBefore < LEAST_BYTES;
    begin = now;
    bytesBefore = bytes;
    return isTooSlow;
  }
}
