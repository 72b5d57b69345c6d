package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Element;

/** What a free berth must offer. */
public record BerthSearch(
    LocalDate arrival,
    int nights,
    @Element(doc = "metres") Optional<BigDecimal> boatLength,
    Optional<Pier> pier,
    @Element(doc = "only berths with shore power") Optional<Boolean> shorePower) {}
