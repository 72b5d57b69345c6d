package org.calmanchor.core.sample;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.validation.constraints.AssertFalse;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Negative;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.Standards;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.endpoint.Calls;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Values within bounds, and types that lead back to themselves by ways that may not be left out.
 */
class SamplesTest {
  /** A wrapping element named as the one around it, of another type. */
  public record Crate(@Element(wrapper = "packed") List<Box> inside) {}

  public record Box(String mark, @Element(wrapper = "packed") List<String> inside) {}

  /** Two of three require another knot. */
  public sealed interface Knot permits Bend, Hitch, Splice {}

  public record Bend(Knot over) implements Knot {}

  public record Hitch(Knot round) implements Knot {}

  public record Splice(Optional<Knot> before, String strands) implements Knot {}

  /** Requires the next one, which may be nil. */
  public record Buoy(String light, @Element(nillable = true) Buoy next) {}

  public record Marks(
      @Attribute @Min(20) int least,
      @DecimalMin(value = "2", inclusive = false) BigDecimal more,
      @Negative BigDecimal less,
      @Max(-5) long most,
      @Min(3) @Max(3) Integer exact,
      @DecimalMin(value = "0.1", inclusive = false) @DecimalMax(value = "0.2", inclusive = false)
          BigDecimal between,
      @AssertFalse boolean not,
      @Size(min = 10) byte[] longer,
      @Size(max = 2) byte[] shorter) {}

  @PortType(namespace = "urn:lanternquay:rope")
  public static class RopeStore {
    @Operation
    public Crate pack(Crate value) {
      return value;
    }

    @Operation
    public List<Crate> stack(@Size(min = 2) List<Crate> value) {
      return value;
    }

    @Operation
    public Marks mark(Marks value) {
      return value;
    }

    @Operation
    public Splice splice(Splice value) {
      return value;
    }

    @Operation
    public Buoy moor(Buoy value) {
      return value;
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"mark", "pack", "stack", "splice", "moor"})
  void areValidAndComeBackAsTheyWere(String name) throws Exception {
    Endpoint endpoint = Endpoint.of(new RopeStore());
    Contract contract = endpoint.contracts().get(0);
    DynamicMessages messages = DynamicMessages.of(contract);
    Map<String, Object> sample =
        Samples.of(contract, Examples.NONE)
            .request(
                contract.portTypes().get(0).operations().stream()
                    .filter(operation -> operation.name().equals(name))
                    .findFirst()
                    .orElseThrow());
    byte[] request =
        messages.request(name, SoapVersion.SOAP_1_1, sample, DynamicMessages.Layout.INDENTED);
    String shown = new String(request, StandardCharsets.UTF_8);
    String wsdl = ContractDocuments.write(contract, "http://lanternquay.test/");
    assertThat(Standards.firstError(Standards.messages(wsdl), shown)).as(shown).isEmpty();
    assertThat(messages.answer(name, Calls.answer(endpoint, SoapVersion.SOAP_1_1, request)))
        .as(shown)
        .isEqualTo(new Outcome.Result(Map.of("result", sample.get("value"))));
  }
}
