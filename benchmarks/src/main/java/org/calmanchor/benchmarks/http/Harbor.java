package org.calmanchor.benchmarks.http;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** The work that all servers do: the same for each, whatever carries it. */
@PortType(namespace = Harbor.NAMESPACE)
public class Harbor {
  static final String NAMESPACE = "urn:lanternquay:berths";

  public enum Pier {
    HERON,
    OTTER,
    TERN
  }

  public record Quote(
      int nights, BigDecimal nightlyRate, BigDecimal lengthSurcharge, BigDecimal total) {}

  public record Berth(
      @Attribute String code,
      Pier pier,
      BigDecimal maxLength,
      BigDecimal nightlyRate,
      boolean shorePower,
      LocalDate surveyed) {}

  /** Small: a few values in, a few out. */
  @Operation
  public Quote quoteStay(BigDecimal boatLength, LocalDate arrival, int nights) {
    BigDecimal rate = BigDecimal.valueOf(4250 + arrival.getDayOfMonth() - 11, 2);
    BigDecimal stay = rate.multiply(BigDecimal.valueOf(nights));
    BigDecimal surcharge =
        boatLength.compareTo(BigDecimal.valueOf(12)) > 0
            ? stay.multiply(BigDecimal.valueOf(10, 2)).setScale(2)
            : BigDecimal.valueOf(0, 2);
    return new Quote(nights, rate, surcharge, stay.add(surcharge));
  }

  /** Medium: 50 records out, with values that nothing has printed before. */
  @Operation
  public List<Berth> findBerths(int count) {
    List<Berth> berths = new ArrayList<>(count);
    Pier[] piers = Pier.values();
    for (int i = 0; i < count; i++) {
      berths.add(
          new Berth(
              "H-" + (100 + i),
              piers[i % piers.length],
              BigDecimal.valueOf(800 + i, 2),
              BigDecimal.valueOf(2750 + i, 2),
              i % 2 == 0,
              LocalDate.of(2027, 1 + i % 12, 1 + i % 28)));
    }
    return berths;
  }

  /** Large: 1,000 records in. */
  @Operation
  public BigDecimal sumRates(List<Berth> berths) {
    BigDecimal sum = BigDecimal.ZERO;
    for (Berth berth : berths) {
      sum = sum.add(berth.nightlyRate());
    }
    return sum;
  }
}
