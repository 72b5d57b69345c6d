package org.calmanchor.junit;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.client.TypedClient;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A service that calls a partner, which a stand-in plays. */
class StandInServicesTest {
  // Registered before its partner on purpose: it asks for the partner's address when it starts.
  @RegisterExtension
  private static final HostedServices HARBOR =
      HostedServices.serving("/bill", () -> new Bills(partner().address("FuelDesk")));

  @RegisterExtension
  private static final StandInServices PARTNER =
      StandInServices.of(document()).checks(Path.of("src/test/checks"));

  private static StandInServices partner() {
    return PARTNER;
  }

  private static Path document() {
    try {
      Path file = Files.createTempFile("fuel", ".wsdl");
      file.toFile().deleteOnExit();
      return Files.writeString(
          file, ContractDocuments.write(ContractReader.read(Fuel.class), "http://fuel.test/"));
    } catch (IOException unwritable) {
      throw new IllegalStateException(unwritable);
    }
  }

  /** The bill of a boat. */
  @PortType(namespace = "urn:lanternquay:bills")
  interface Bill {
    @Operation
    String total(int litres);
  }

  /** Asks the partner for the price. */
  static final class Bills implements Bill {
    private final Fuel fuel;

    Bills(URI partner) {
      fuel = TypedClient.of(Fuel.class, partner).proxy();
    }

    @Override
    public String total(int litres) {
      try {
        BigDecimal cost = fuel.cost(Fuel.Pump.NORTH, litres);
        return cost + " EUR";
      } catch (Fuel.TankTooSmall tooMuch) {
        return "too much";
      }
    }
  }

  @Test
  void thePartnerAnswersAsItsChecksSay(Bill bill) {
    assertThat(bill.total(20)).isEqualTo("32.40 EUR");
    assertThat(bill.total(501)).isEqualTo("too much");
    assertThat(PARTNER.calls()).hasSize(2);
    assertThat(PARTNER.calls().get(0).check()).isEqualTo("twenty litres of diesel");
  }

  @Test
  void callsAreThoseOfTheTest(Bill bill) {
    assertThat(PARTNER.calls()).isEmpty();
    assertThat(bill.total(7)).endsWith(" EUR");
    assertThat(PARTNER.calls()).hasSize(1);
    assertThat(PARTNER.calls().get(0).check()).isNull();
  }
}
