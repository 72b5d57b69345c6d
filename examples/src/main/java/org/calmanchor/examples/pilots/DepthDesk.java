package org.calmanchor.examples.pilots;

import java.math.BigDecimal;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * Serves the port type {@code Depths} of a document that others wrote. The document is the
 * contract: what the class has to be follows from it, and the host does not start if they disagree.
 */
@PortType(document = "pilots.wsdl", name = "Depths")
public class DepthDesk {
  private static final BigDecimal AT_LOW_WATER = new BigDecimal("4.20");
  private static final BigDecimal AN_HOUR = new BigDecimal("0.35");
  private static final int HIGH_WATER = 6;
  private static final BigDecimal LONGEST = new BigDecimal("135");

  /** Creates a desk. */
  public DepthDesk() {}

  /**
   * The answer has two values, so it is a record with both.
   *
   * @param draught in metres
   * @param limits of the lock
   */
  public record Depth(BigDecimal draught, Dimensions limits) {}

  /**
   * The largest ship that the lock takes.
   *
   * @param length in metres
   * @param draught in metres
   */
  public record Dimensions(BigDecimal length, BigDecimal draught) {}

  /**
   * The greatest draught that may enter.
   *
   * @param ship its name
   * @param hours from now, which is low water
   */
  @Operation
  public Depth draughtAt(@Element(example = "Nordlys") String ship, int hours) {
    int fromLow = HIGH_WATER - Math.abs(HIGH_WATER - Math.floorMod(hours, 2 * HIGH_WATER));
    BigDecimal draught = AT_LOW_WATER.add(AN_HOUR.multiply(BigDecimal.valueOf(fromLow)));
    return new Depth(draught, new Dimensions(LONGEST, draught));
  }
}
