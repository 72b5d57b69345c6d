package org.calmanchor.examples.harbor;

import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** A reservation as it is kept. Operations use it whole or in part. */
@ComplexType(doc = "A reservation as it is kept")
public record Stay(
    @Attribute(doc = "the confirmation's number", example = "1001") Optional<Long> number,
    @Element(example = "K-05") String berth,
    @Element(example = "2027-06-20") LocalDate arrival,
    @Element(example = "2027-06-24") LocalDate departure,
    @Element(example = "Second Breakfast") Optional<String> boat,
    @Element(example = "Odo Marrow") Optional<String> skipper,
    @Element(example = "Arrives late") Optional<String> remark) {}
