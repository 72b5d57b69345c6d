package org.calmanchor.junit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.calmanchor.junit.CalmAssertions.assertThat;
import static org.calmanchor.junit.CalmAssertions.assertThatEnvelope;

import java.net.URI;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.calmanchor.annotations.Fault;
import org.calmanchor.client.DynamicAnswer;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.client.FaultReceivedException;
import org.calmanchor.client.TypedClient;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A test as users write it: one host for the class, and clients as parameters. */
class HostedServicesTest {
  @RegisterExtension
  private static final HostedServices HARBOR =
      HostedServices.serving("/fuel", Fuel.Desk::new).with(host -> host.lenient(true));

  private static URI first;

  @Test
  void aTypedClientCallsTheService(Fuel fuel, URI address) throws Exception {
    assertThat(fuel.cost(Fuel.Pump.NORTH, 20)).isEqualByComparingTo("32.40");
    assertThat(address.getPath()).isEqualTo("/fuel");
    assertThatThrownBy(() -> fuel.cost(Fuel.Pump.NORTH, 501))
        .isInstanceOfSatisfying(
            Fuel.TankTooSmall.class, fault -> assertThat(fault.litresLeft()).isEqualTo(500));
  }

  @Test
  void exchangesAreWhatWentOverTheWireInThisTest(TypedClient<Fuel> client, Exchanges exchanges) {
    assertThatThrownBy(exchanges::last).hasMessageContaining("no call has come");
    client.httpHeader("X-Boat", "Quiet Comma").proxy().prices("Quiet Comma");
    assertThat(exchanges.all()).hasSize(1);
    assertThat(exchanges.of("prices")).hasSize(1);
    assertThat(exchanges.of("cost")).isEmpty();
    CalmAssertions.assertThat(exchanges.last())
        .hasStatus(200)
        .hasRequestHeader("x-boat", "Quiet Comma")
        .request()
        .hasElement("prices")
        .hasHeaderText("boat", "Quiet Comma");
    CalmAssertions.assertThat(exchanges.last())
        .response()
        .hasText("pricesResponse/result[2]/@pump", "SOUTH")
        .hasText("pricesResponse/result[2]/perLitre", "1.88")
        .hasNoElement("pricesResponse/result[3]");
    assertThatThrownBy(
            () ->
                CalmAssertions.assertThat(exchanges.last())
                    .response()
                    .hasText("pricesResponse/result[1]/perLitre", "1.63"))
        .isInstanceOf(AssertionError.class)
        .hasMessageContaining("pricesResponse/result[1]/perLitre to be \"1.63\"")
        .hasMessageContaining("1.62");
  }

  @Test
  void outcomesOfADynamicClientAreAsserted(DynamicClient client) {
    DynamicAnswer prices = client.call("prices", Map.of(), Map.of());
    assertThat(prices).isResult().hasSize("result", 2).hasValue("result[1]/perLitre", 1.620);
    DynamicAnswer tooMuch = client.call("cost", Map.of("pump", "NORTH", "litres", "501"), Map.of());
    assertThat(tooMuch)
        .isFault("TankTooSmall")
        .hasValue("litresLeft", 500)
        .hasNoValue("litresRight")
        .hasReasonContaining("500 litres");
    assertThatEnvelope(tooMuch.message()).isFault();
    assertThatThrownBy(() -> assertThat(tooMuch).isResult())
        .hasMessageContaining("Expected a result, but found the fault TankTooSmall")
        .hasMessageContaining("litresLeft=500");
    assertThatThrownBy(() -> assertThat(tooMuch).hasValue("litresLeft", 400))
        .hasMessage("Expected litresLeft to be 400, but it is 500");
  }

  @Test
  void faultsThatAreNotDeclaredAreAsserted(Fuel fuel) {
    FaultReceivedException received =
        catchThrowableOfType(FaultReceivedException.class, () -> fuel.cost(Fuel.Pump.NORTH, -1));
    assertThat(received).hasCode(Fault.Code.RECEIVER).hasMessageNotContaining("sells");
    assertThatThrownBy(() -> assertThat(received).hasCode(Fault.Code.SENDER))
        .hasMessageContaining("Expected the code SENDER, but it is RECEIVER");
    assertThatThrownBy(() -> assertThat(received).hasProblemContaining("pump"))
        .hasMessageContaining("Expected a problem that contains \"pump\", but found []");
  }

  @TestFactory
  Stream<DynamicNode> checks() {
    return HARBOR.checks(Path.of("src/test/checks"));
  }

  @Test
  void theHostStaysForTheWholeClass(URI address) {
    first = first == null ? address : first;
    assertThat(address).isEqualTo(first);
  }

  /** Classes in the class use the same host, and do not end it. */
  @Nested
  class Inside {
    @Test
    void theHostIsTheSame(URI address, Fuel fuel) throws Exception {
      first = first == null ? address : first;
      assertThat(address).isEqualTo(first);
      assertThat(fuel.cost(Fuel.Pump.SOUTH, 1)).isEqualByComparingTo("1.88");
    }
  }
}
