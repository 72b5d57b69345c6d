package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.Min;
import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Element;

/** A wish to lie at a berth. */
public record Reservation(
    @Element(example = "K-03") String berth,
    @Element(example = "2027-06-11") LocalDate arrival,
    @Min(1) @Element(example = "3") int nights,
    Boat boat,
    Skipper skipper,
    @Element(example = "Arrives after dark") Optional<String> remark) {}
