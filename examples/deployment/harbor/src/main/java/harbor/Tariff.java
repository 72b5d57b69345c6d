package harbor;

import java.math.BigDecimal;

/** What a night costs. */
public record Tariff(BigDecimal night) {}
