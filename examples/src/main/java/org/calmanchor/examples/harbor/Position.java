package org.calmanchor.examples.harbor;

import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import java.math.BigDecimal;
import java.time.Instant;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;

/** Where a boat is. */
public record Position(
    @Attribute String boat,
    @DecimalMin("-90") @DecimalMax("90") @Element(doc = "degrees, north positive")
        BigDecimal latitude,
    @DecimalMin("-180") @DecimalMax("180") @Element(doc = "degrees, east positive")
        BigDecimal longitude,
    Instant at) {}
