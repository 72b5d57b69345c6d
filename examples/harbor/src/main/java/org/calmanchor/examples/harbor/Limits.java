package org.calmanchor.examples.harbor;

import java.io.Serializable;
import java.math.BigDecimal;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** The largest boat that a berth takes. Serializable, since a fault carries it. */
@ComplexType(doc = "The largest boat that a berth takes")
public record Limits(
    @Element(doc = "metres", example = "13.00") BigDecimal length,
    @Element(doc = "metres", example = "2.10") BigDecimal draught)
    implements Serializable {
  boolean take(Boat boat) {
    return boat.length().compareTo(length) <= 0 && boat.draught().compareTo(draught) <= 0;
  }
}
