package org.calmanchor.examples.harbor;

import java.time.LocalDate;
import org.calmanchor.annotations.Fault;

/** Somebody else has the berth for some of the nights. */
@Fault(code = Fault.Code.SENDER, doc = "Somebody else has the berth for some of the nights")
public class BerthTaken extends StayNotPossible {
  private static final long serialVersionUID = 1L;

  private final String berth;
  private final LocalDate freeFrom;

  /** The berth, and the day from which it is free again. */
  public BerthTaken(String message, String berth, LocalDate freeFrom) {
    super(message);
    this.berth = berth;
    this.freeFrom = freeFrom;
  }

  /** The berth. */
  public String berth() {
    return berth;
  }

  /** The day from which it is free again. */
  public LocalDate freeFrom() {
    return freeFrom;
  }
}
