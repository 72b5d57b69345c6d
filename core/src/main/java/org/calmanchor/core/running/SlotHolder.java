package org.calmanchor.core.running;

import org.calmanchor.core.observe.ServedOperation;

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

  /** Whether it is a call of that operation; false while its message was not read so far. */
  default boolean isOf(ServedOperation operation) {
    return false;
  }
}
