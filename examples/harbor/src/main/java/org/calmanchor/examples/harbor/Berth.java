package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** A place for a boat to lie. */
@ComplexType(doc = "A place for a boat to lie")
public record Berth(
    @Attribute(example = "H-07") String code,
    Pier pier,
    BerthKind kind,
    Limits limits,
    @Element(doc = "EUR a night", example = "42.50") BigDecimal nightlyRate,
    boolean shorePower,
    @Element(doc = "day of the last survey") LocalDate surveyed,
    Optional<String> note) {}
