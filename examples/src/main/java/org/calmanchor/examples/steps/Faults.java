package org.calmanchor.examples.steps;

import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * Step 4: faults. An exception that a method declares is part of the contract, with its own values;
 * the typed client throws it again. Any other exception becomes a fault that tells nothing but a
 * number, under which the log has the rest.
 */
@PortType(namespace = "urn:lanternquay:steps:faults")
public class Faults {
  /** The boat is too long for all berths. */
  @Fault(code = Fault.Code.SENDER)
  public static class BoatDoesNotFit extends Exception {
    private static final long serialVersionUID = 1L;

    private final int longest;

    /** Says how long the longest berth is. */
    public BoatDoesNotFit(String message, int longest) {
      super(message);
      this.longest = longest;
    }

    /** The length of the longest berth, in metres. */
    public int longest() {
      return longest;
    }
  }

  /** The berth for a boat of a length, in metres. */
  @Operation
  public String berthFor(int length) throws BoatDoesNotFit {
    if (length > 18) {
      throw new BoatDoesNotFit("No berth is " + length + " m long.", 18);
    }
    if (length < 0) {
      throw new IllegalStateException("the depth table is broken");
    }
    return length > 10 ? "K-02" : "H-07";
  }
}
