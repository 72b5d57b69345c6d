package org.calmanchor.wire;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.se.SeContainer;
import jakarta.enterprise.inject.se.SeContainerInitializer;
import jakarta.inject.Inject;
import java.nio.charset.StandardCharsets;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.wire.Connection.Reply;
import org.junit.jupiter.api.Test;

/** Services that need other objects: the recipes of docs/containers.md. */
final class InjectionTest {
  /** What the service needs. */
  @ApplicationScoped
  static class Buoys {
    int count() {
      return 7;
    }
  }

  /** A service with a constructor that is told what it needs. */
  @ApplicationScoped
  @PortType(namespace = "urn:lanternquay:moorings")
  static class Moorings {
    private final Buoys buoys;

    /** For CDI, which makes proxies. */
    Moorings() {
      this(new Buoys());
    }

    @Inject
    Moorings(Buoys buoys) {
      this.buoys = buoys;
    }

    @Operation
    public int free() {
      return buoys.count();
    }
  }

  private static void assertAnswers(SoapHost prepared) throws Exception {
    byte[] message =
        Envelopes.call("urn:lanternquay:moorings", "free", "").getBytes(StandardCharsets.UTF_8);
    try (RunningHost host = prepared.start();
        Connection connection = new Connection(host.address(""))) {
      Reply reply =
          connection
              .head(
                  "POST",
                  "/moorings",
                  "Content-Type: text/xml",
                  "Content-Length: " + message.length)
              .bytes(message)
              .reply();
      assertThat(reply.body()).contains(">7<");
    }
  }

  @Test
  void aConstructorTakesWhatTheServiceNeeds() throws Exception {
    assertAnswers(SoapHost.onPort(0).serve("/moorings", new Moorings(new Buoys())));
  }

  @Test
  void aBeanOfCdiIsServedByTheContractOfItsClass() throws Exception {
    try (SeContainer beans =
        SeContainerInitializer.newInstance()
            .disableDiscovery()
            .addBeanClasses(Moorings.class, Buoys.class)
            .initialize()) {
      Moorings bean = beans.select(Moorings.class).get();
      assertThat(bean.getClass()).isNotEqualTo(Moorings.class);
      assertAnswers(
          SoapHost.onPort(0).serve("/moorings", ContractReader.read(Moorings.class), bean));
    }
  }
}
