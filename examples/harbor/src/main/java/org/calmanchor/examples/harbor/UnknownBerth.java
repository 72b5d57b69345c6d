package org.calmanchor.examples.harbor;

import org.calmanchor.annotations.Fault;

/** The harbor has no such berth. */
@Fault(code = Fault.Code.SENDER, doc = "The harbor has no such berth")
public class UnknownBerth extends Exception {
  private static final long serialVersionUID = 1L;

  private final String berth;

  /** A sentence for people, and the berth. */
  public UnknownBerth(String message, String berth) {
    super(message);
    this.berth = berth;
  }

  /** The berth that was asked for. */
  public String berth() {
    return berth;
  }
}
