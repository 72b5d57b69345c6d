package org.calmanchor.core.running;

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
}
