package org.calmanchor.core.sample;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import jakarta.validation.constraints.Max;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.junit.jupiter.api.Test;

class ExamplesTest {
  enum Pier {
    HERON,
    KITTIWAKE
  }

  record Berth(
      @Attribute(example = "H-07") String code,
      @Element(example = "KITTIWAKE") Optional<Pier> pier,
      BigDecimal rate) {}

  @PortType(namespace = "urn:lanternquay:berths")
  static class Desk {
    @Operation
    @Element(example = "42.50")
    public BigDecimal price(
        Berth berth,
        @Element(wrapper = "guests", example = "Odo Marrow") List<String> guest,
        @Element(example = "3") int[] nights,
        @Header(example = "A7") String pass) {
      return BigDecimal.ONE;
    }
  }

  @PortType(namespace = "urn:lanternquay:berths")
  static class BadDesk {
    @Operation
    public void moor(
        @Element(example = "H-07") Berth berth,
        @Element(example = "SANDPIPER") Pier pier,
        @Max(20) @Element(example = "21") int nights) {}
  }

  @Test
  void fillSampleMessages() {
    Reading reading = ContractReader.read(Desk.class);
    Samples samples = Samples.of(reading.contract(), reading.examples());
    var operation = reading.contract().portTypes().get(0).operations().get(0);
    assertThat(samples.request(operation))
        .isEqualTo(
            Map.of(
                "berth",
                Map.of("code", "H-07", "pier", "KITTIWAKE", "rate", "1.50"),
                "guests",
                Map.of("guest", List.of("Odo Marrow")),
                "nights",
                List.of("3")));
    assertThat(samples.headerBlocks(operation)).isEqualTo(Map.of("pass", "A7"));
    assertThat(samples.response(operation)).isEqualTo(Map.of("result", "42.50"));
  }

  @Test
  void mustBeValuesOfTheirTypes() {
    ContractException refused =
        catchThrowableOfType(ContractException.class, () -> ContractReader.read(BadDesk.class));
    assertThat(refused.problems())
        .extracting(problem -> problem.toString().replaceAll("^.*parameter | *\\n.*$", ""))
        .containsExactly(
            "1 (berth): Berth is not one simple value, so it cannot have an example.",
            "2 (pier): its example, \"SANDPIPER\", is not a value of its type.",
            "3 (nights): its example, \"21\", is not a value of its type: expected at most 20.");
  }
}
