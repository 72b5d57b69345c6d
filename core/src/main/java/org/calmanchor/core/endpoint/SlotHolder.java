package org.calmanchor.core.endpoint;

/** A call, page or document that has a slot of {@link RunningCalls}. */
interface SlotHolder {
  /**
   * Ends what takes too long. The watching thread calls it, so it must not wait for anything.
   *
   * @param now the time of {@link System#nanoTime}
   */
  void look(long now);

  /** Breaks off what is not done, since the host stops. */
  void stop();

  /** Whether it still runs although it was told to end. */
  boolean isStuck();
}
