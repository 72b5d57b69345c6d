package org.calmanchor.core.match;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.read.ContractReader;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Where code and document disagree: one service for each difference. */
class DifferencesTest {
  record Ship(@Element(nillable = true) String name, @Nullable @Attribute String callSign) {}

  enum Bound {
    IN,
    OUT
  }

  @Fault(name = "tooDeep")
  static class TooDeep extends Exception {
    private static final long serialVersionUID = 1L;

    public TooDeep(String message, BigDecimal limit) {
      super(message);
    }

    public BigDecimal limit() {
      return BigDecimal.ONE;
    }
  }

  @PortType(document = "/depths.wsdl")
  interface Depths {
    @Operation
    List<BigDecimal> draughtAt(Bound bound, @Nullable Ship other) throws TooDeep;
  }

  /** What fits, in another order and with containers of another kind. */
  @PortType(document = "/depths.wsdl", name = "Depths")
  interface Fits {
    @Operation
    Set<BigDecimal> draughtAt(Optional<Bound> bound, Ship ship, int hours) throws TooDeep;
  }

  @Test
  void theOrderOfTheCodeDoesNotMatter() {
    assertThat(ContractReader.read(Fits.class).members().operations()).hasSize(1);
  }
}
