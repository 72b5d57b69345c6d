package org.calmanchor.examples.pilots;

import java.math.BigDecimal;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * The port type {@code Depths} of a document that others wrote. The document is the contract: what
 * stands here has to fit it, and neither a host nor a client starts if it does not.
 */
@PortType(document = "pilots.wsdl")
public interface Depths {
  /**
   * The answer has two values, so it is a record with both.
   *
   * @param draught in metres
   * @param limits of the lock
   */
  record Depth(BigDecimal draught, Dimensions limits) {}

  /**
   * The largest ship that the lock takes.
   *
   * @param length in metres
   * @param draught in metres
   */
  record Dimensions(BigDecimal length, BigDecimal draught) {}

  /**
   * The greatest draught that may enter.
   *
   * @param ship its name
   * @param hours from now, which is low water
   */
  @Operation
  Depth draughtAt(@Element(example = "Nordlys") String ship, int hours);
}
