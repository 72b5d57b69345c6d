package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.Positive;
import java.math.BigDecimal;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** A boat with a mast, which has to pass below the bridge. */
@ComplexType(order = "airDraught", doc = "A boat with a mast, which has to pass below the bridge")
public class SailingBoat extends Boat {
  @Positive
  @Element(doc = "height of the mast above the water, metres", example = "14.20")
  private BigDecimal airDraught = BigDecimal.ZERO;

  /** A boat that is filled afterwards. */
  public SailingBoat() {}

  /** Its mast's height above the water, in metres. */
  public BigDecimal airDraught() {
    return airDraught;
  }
}
