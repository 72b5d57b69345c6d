package org.calmanchor.examples.tides;

import org.calmanchor.annotations.Fault;

/** The table has no such station. */
@Fault(code = Fault.Code.SENDER, doc = "The table has no such station")
public class UnknownStation extends Exception {
  private static final long serialVersionUID = 1L;

  private final String station;

  /** The station that the table does not have. */
  public UnknownStation(String message, String station) {
    super(message);
    this.station = station;
  }

  /** The station. */
  public String station() {
    return station;
  }
}
