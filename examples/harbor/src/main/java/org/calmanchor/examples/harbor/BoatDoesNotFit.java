package org.calmanchor.examples.harbor;

import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;

/** The boat is too long or too deep. */
@Fault(code = Fault.Code.SENDER, doc = "The boat is too long or too deep")
public class BoatDoesNotFit extends StayNotPossible {
  private static final long serialVersionUID = 1L;

  private final Limits limits;

  /** What the berth, or the largest berth there is, takes. */
  public BoatDoesNotFit(String message, @Element(doc = "what would fit") Limits limits) {
    super(message);
    this.limits = limits;
  }

  /** What the berth, or the largest berth there is, takes. */
  public Limits limits() {
    return limits;
  }
}
