package org.calmanchor.examples.harbor;

/** Somebody wants to change the stay of somebody else; the outside sees the fault above it. */
public class NotYourStay extends StayNotPossible {
  private static final long serialVersionUID = 1L;

  /** The pass that was shown is not the skipper's. */
  public NotYourStay(long number) {
    super("Reservation " + number + " is not the pass holder's.");
  }
}
