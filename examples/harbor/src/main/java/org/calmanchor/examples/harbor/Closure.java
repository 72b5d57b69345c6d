package org.calmanchor.examples.harbor;

import java.time.LocalDate;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** Days on which nobody can have a berth. */
@ComplexType(doc = "Days on which nobody can have a berth")
public record Closure(
    String berth,
    LocalDate from,
    @Element(doc = "the day on which it is open again") LocalDate until,
    String reason,
    @Element(doc = "who has closed it") String closedBy) {}
