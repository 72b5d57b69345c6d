package org.calmanchor.examples.harbor;

import org.calmanchor.annotations.Fault;

/** There is no such stay: no nights, or no such berth. */
@Fault(code = Fault.Code.SENDER, doc = "There is no such stay: no nights, or no such berth")
public class StayNotPossible extends Exception {
  private static final long serialVersionUID = 1L;

  /** The reason is all there is to say. */
  public StayNotPossible(String message) {
    super(message);
  }
}
