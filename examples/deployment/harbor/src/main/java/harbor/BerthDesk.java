package harbor;

import java.math.BigDecimal;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Berths of Lantern Quay. */
@PortType(namespace = "urn:lanternquay:berths")
public class BerthDesk {
  private final Tariff tariff;

  /** A desk with the tariff of the summer. */
  public BerthDesk() {
    this(new Tariff(new BigDecimal("42.50")));
  }

  /** A desk with another tariff. */
  public BerthDesk(Tariff tariff) {
    this.tariff = tariff;
  }

  /** What a stay costs. */
  @Operation
  public BigDecimal quoteStay(int nights) {
    return tariff.night().multiply(BigDecimal.valueOf(nights));
  }
}
