package org.calmanchor.examples.harbor;

import java.time.LocalDate;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** A reservation as it is kept. Operations use it whole or in part. */
@ComplexType(doc = "A reservation as it is kept")
public record Stay(
    @Attribute(doc = "the confirmation's number") Optional<Long> number,
    @Element(doc = "such as H-07") String berth,
    LocalDate arrival,
    LocalDate departure,
    Optional<String> boat,
    Optional<String> skipper,
    Optional<String> remark) {}
