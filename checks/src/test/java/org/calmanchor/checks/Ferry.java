package org.calmanchor.checks;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.read.ContractReader;

/** Something of every kind that is compared. */
@PortType(namespace = "urn:lanternquay:ferry")
public class Ferry {
  static final Contract CONTRACT = ContractReader.read(Ferry.class).contract();

  public sealed interface Load permits Cars, Crates {}

  @ComplexType
  public record Cars(int count) implements Load {}

  @ComplexType
  public record Crates(int count, BigDecimal weight) implements Load {}

  public record Crossing(
      @Attribute String code,
      BigDecimal fare,
      double draught,
      Instant leaves,
      boolean isFull,
      Duration takes,
      Optional<String> note,
      List<String> stops,
      byte[] plan,
      @Element(nillable = true) String captain,
      Load load) {}

  @Fault(code = Fault.Code.SENDER)
  public static class NoFerry extends Exception {
    private static final long serialVersionUID = 1L;

    private final String reasonCode;

    public NoFerry(String message, String reasonCode) {
      super(message);
      this.reasonCode = reasonCode;
    }

    public String reasonCode() {
      return reasonCode;
    }
  }

  @Operation
  public Crossing next(String from) throws NoFerry {
    throw new NoFerry("none from " + from, "X");
  }

  @Operation(oneWay = true)
  public void wave(String to) {}
}
