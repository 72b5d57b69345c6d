package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import java.math.BigDecimal;
import java.time.Instant;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;

/** Where a boat is. */
public record Position(
    @Attribute(example = "Patient Otter") String boat,
    @DecimalMin("-90")
        @DecimalMax("90")
        @Element(doc = "degrees, north positive", example = "54.3127")
        BigDecimal latitude,
    @DecimalMin("-180")
        @DecimalMax("180")
        @Element(doc = "degrees, east positive", example = "8.6041")
        BigDecimal longitude,
    @Element(example = "2027-06-11T06:30:00Z") Instant at) {}
