package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.math.RoundingMode;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;

/** The price of a stay. */
@ComplexType(doc = "The price of a stay, in EUR")
public record Quote(
    int nights,
    BigDecimal nightlyRate,
    @Element(doc = "for each started metre above 12") BigDecimal lengthSurcharge,
    BigDecimal total) {
  private static final BigDecimal LONGEST_WITHOUT_SURCHARGE = new BigDecimal("12");
  private static final BigDecimal SURCHARGE = new BigDecimal("0.10");

  /** Nights times rate, plus a tenth of that for each started metre above twelve. */
  static Quote of(BigDecimal boatLength, int nights, BigDecimal nightlyRate) {
    BigDecimal stay = nightlyRate.multiply(BigDecimal.valueOf(nights));
    BigDecimal metres =
        boatLength
            .subtract(LONGEST_WITHOUT_SURCHARGE)
            .setScale(0, RoundingMode.CEILING)
            .max(BigDecimal.ZERO);
    BigDecimal surcharge = cents(stay.multiply(SURCHARGE).multiply(metres));
    return new Quote(nights, nightlyRate, surcharge, cents(stay).add(surcharge));
  }

  private static BigDecimal cents(BigDecimal amount) {
    return amount.setScale(2, RoundingMode.HALF_UP);
  }
}
