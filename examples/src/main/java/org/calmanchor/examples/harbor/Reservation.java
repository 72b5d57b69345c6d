package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.Min;
import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Element;

/** A wish to lie at a berth. */
public record Reservation(
    @Element(doc = "such as H-07") String berth,
    LocalDate arrival,
    @Min(1) int nights,
    Boat boat,
    Skipper skipper,
    Optional<String> remark) {}
