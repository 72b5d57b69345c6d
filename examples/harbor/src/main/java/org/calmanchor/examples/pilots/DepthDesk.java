package org.calmanchor.examples.pilots;

import java.math.BigDecimal;

/** The depths of Saltmere, from a table of one tide. */
public class DepthDesk implements Depths {
  private static final BigDecimal AT_LOW_WATER = new BigDecimal("4.20");
  private static final BigDecimal AN_HOUR = new BigDecimal("0.35");
  private static final int HIGH_WATER = 6;
  private static final BigDecimal LONGEST = new BigDecimal("135");

  /** Creates a desk. */
  public DepthDesk() {}

  @Override
  public Depth draughtAt(String ship, int hours) {
    int fromLow = HIGH_WATER - Math.abs(HIGH_WATER - Math.floorMod(hours, 2 * HIGH_WATER));
    BigDecimal draught = AT_LOW_WATER.add(AN_HOUR.multiply(BigDecimal.valueOf(fromLow)));
    return new Depth(draught, new Dimensions(LONGEST, draught));
  }
}
