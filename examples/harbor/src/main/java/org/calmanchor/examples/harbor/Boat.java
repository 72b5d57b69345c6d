package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.Positive;
import java.math.BigDecimal;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** A boat: an ordinary class, filled by its fields. */
@ComplexType(
    order = {"name", "length", "draught"},
    derived = SailingBoat.class)
public class Boat {
  @Element(example = "Patient Otter")
  private String name = "";

  @Positive
  @Element(doc = "metres", example = "9.80")
  private BigDecimal length = BigDecimal.ZERO;

  @Positive
  @Element(doc = "metres", example = "1.45")
  private BigDecimal draught = BigDecimal.ZERO;

  /** A boat that is filled afterwards. */
  public Boat() {}

  /** A boat of that size, in metres. */
  public Boat(String name, BigDecimal length, BigDecimal draught) {
    this.name = name;
    this.length = length;
    this.draught = draught;
  }

  /** Its name. */
  public String name() {
    return name;
  }

  /** Its length in metres. */
  public BigDecimal length() {
    return length;
  }

  /** Its draught in metres. */
  public BigDecimal draught() {
    return draught;
  }
}
