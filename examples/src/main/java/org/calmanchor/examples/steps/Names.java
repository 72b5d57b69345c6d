package org.calmanchor.examples.steps;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * Step 2: names. Two methods of one name need two names on the wire; without them the compiler says
 * CALM-104. The name of a service, an operation and an element can differ from the Java name.
 */
@PortType(namespace = "urn:lanternquay:steps:names", name = "Quotes")
public class Names {
  /** What so many nights cost. */
  @Operation
  public BigDecimal quoteStay(@Element(name = "nightlyRate") BigDecimal rate, int nights) {
    return rate.multiply(BigDecimal.valueOf(nights)).setScale(2, RoundingMode.HALF_UP);
  }

  /** The same by days. */
  @Operation(name = "quoteStayByDates")
  public BigDecimal quoteStay(
      @Element(name = "nightlyRate") BigDecimal rate,
      @Element(example = "2027-06-11") LocalDate arrival,
      @Element(example = "2027-06-14") LocalDate departure) {
    return quoteStay(rate, (int) ChronoUnit.DAYS.between(arrival, departure));
  }
}
