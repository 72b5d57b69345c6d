package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Element;

/** What a free berth must offer. */
public record BerthSearch(
    @Element(example = "2027-06-11") LocalDate arrival,
    @Element(example = "3") int nights,
    @Element(doc = "metres", example = "9.80") Optional<BigDecimal> boatLength,
    @Element(example = "HERON") Optional<Pier> pier,
    @Element(doc = "only berths with shore power", example = "true")
        Optional<Boolean> shorePower) {}
