package harbor;

import java.math.BigDecimal;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Berths of Lantern Quay. */
@PortType(namespace = "urn:lanternquay:berths")
public class BerthDesk {
  /** What a stay costs. */
  @Operation
  public BigDecimal quoteStay(BigDecimal rate, int nights) {
    return rate.multiply(BigDecimal.valueOf(nights));
  }
}
