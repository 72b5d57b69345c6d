package org.calmanchor.spring.quay;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.calmanchor.client.TypedClient;
import org.calmanchor.spring.ServiceAddresses;
import org.calmanchor.spring.ServletHostCustomizer;
import org.calmanchor.spring.test.SoapServiceTest;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.ApplicationContext;
import org.springframework.context.annotation.Bean;

/** A test of one service without the rest of its application. */
@SoapServiceTest(BerthDesk.class)
class SliceTest {
  @Autowired private ServiceAddresses addresses;
  @Autowired private ApplicationContext application;

  /** What the service needs. */
  @TestConfiguration
  static class Needs {
    @Bean
    Tariff tariff() {
      return () -> new BigDecimal("10");
    }

    @Bean
    ServletHostCustomizer callers() {
      return host -> host.containerCallers();
    }
  }

  /** What a consumer knows. */
  @org.calmanchor.annotations.PortType(namespace = "urn:lanternquay:berths", name = "BerthDesk")
  interface Desk {
    @org.calmanchor.annotations.Operation
    BigDecimal quote(@org.calmanchor.annotations.Element(name = "nights") int nights);
  }

  @Test
  void theServiceAnswersWithWhatTheTestGaveIt() {
    assertThat(application.getBeansOfType(SummerTariff.class)).isEmpty();
    Desk desk = TypedClient.of(Desk.class, addresses.of("/BerthDesk")).proxy();
    assertThat(desk.quote(3)).isEqualByComparingTo("30");
  }
}
