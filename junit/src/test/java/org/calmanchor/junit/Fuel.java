package org.calmanchor.junit;

import java.math.BigDecimal;
import java.util.List;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Fuel at the quay. */
@PortType(namespace = "urn:lanternquay:fuel", name = "FuelDesk")
interface Fuel {
  enum Pump {
    NORTH,
    SOUTH
  }

  record Price(@Attribute Pump pump, BigDecimal perLitre) {}

  @Operation
  List<Price> prices(@Header(required = false) String boat);

  @Operation
  BigDecimal cost(Pump pump, int litres) throws TankTooSmall;

  @Fault(code = Fault.Code.SENDER)
  final class TankTooSmall extends Exception {
    private static final long serialVersionUID = 1L;

    private final int litresLeft;

    public TankTooSmall(String message, int litresLeft) {
      super(message);
      this.litresLeft = litresLeft;
    }

    public int litresLeft() {
      return litresLeft;
    }
  }

  /** Sells it. */
  final class Desk implements Fuel {
    @Override
    public List<Price> prices(String boat) {
      return List.of(
          new Price(Pump.NORTH, new BigDecimal("1.62")),
          new Price(Pump.SOUTH, new BigDecimal("1.88")));
    }

    @Override
    public BigDecimal cost(Pump pump, int litres) throws TankTooSmall {
      if (litres > 500) {
        throw new TankTooSmall("There are only 500 litres.", 500);
      }
      if (litres < 0) {
        throw new IllegalStateException("nobody sells that");
      }
      return prices("")
          .get(pump == Pump.NORTH ? 0 : 1)
          .perLitre()
          .multiply(BigDecimal.valueOf(litres));
    }
  }
}
