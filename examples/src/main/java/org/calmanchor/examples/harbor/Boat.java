package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import org.calmanchor.annotations.Element;

/** A boat. */
public record Boat(
    String name,
    @Element(doc = "metres") BigDecimal length,
    @Element(doc = "metres") BigDecimal draught) {}
