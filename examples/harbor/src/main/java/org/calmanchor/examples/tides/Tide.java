package org.calmanchor.examples.tides;

import java.math.BigDecimal;
import java.time.Instant;
import org.calmanchor.annotations.Element;

/** A high or low water. */
public record Tide(
    Instant at, Water water, @Element(doc = "metres above chart datum") BigDecimal height) {

  /** The two kinds of tides. */
  public enum Water {
    HIGH,
    LOW
  }
}
