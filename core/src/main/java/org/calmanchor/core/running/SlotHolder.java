package org.calmanchor.core.running;

import org.calmanchor.core.observe.ServedOperation;
import org.jspecify.annotations.Nullable;

/** A call, page or document that has a slot of {@link RunningCalls}. */
public interface SlotHolder {
  /**
   * Checks the time and ends a call that takes too long. The watching thread runs this method, so
   * it must not block.
   *
   * @param now the time of {@link System#nanoTime}
   */
  void look(long now);

  /** Aborts a call that is not done, because the host stops. */
  void stop();

  /** Whether its code still runs after it was interrupted. */
  boolean isStuck();

  /**
   * Whether it may keep its slot without end: it is a call of a one-way operation, it is stuck, or
   * its message or answer goes on for longer than the times of a call.
   *
   * @param now the time of {@link System#nanoTime}
   */
  default boolean isLong(long now) {
    return false;
  }

  /** Which operation it calls; null for pages, and while its message was not read so far. */
  default @Nullable ServedOperation operation() {
    return null;
  }
}
