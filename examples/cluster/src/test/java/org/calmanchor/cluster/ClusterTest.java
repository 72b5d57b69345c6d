package org.calmanchor.cluster;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.examples.harbor.HarborOffice;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Hosts behind a real balancer, with a real database and Redis, which they share. */
@ExtendWith(OneCluster.class)
class ClusterTest {
  private static final String RATES = "<lowestRates/>";

  private final Cluster cluster;

  ClusterTest(Cluster cluster) {
    this.cluster = cluster;
  }

  @Test
  void hostsShareReservationsAnswersAndTokens() throws Exception {
    List<String> names = cluster.names();
    String reserved =
        ClusterLoad.call(
                cluster.address("/berths"),
                "<reserve><reservation><berth>H-01</berth><arrival>2027-09-01</arrival><nights>2</nights>"
                    + "<boat><name>Quiet Comma</name><length>7.20</length><draught>1.10</draught></boat>"
                    + "<skipper><name>Ilse Fennimore</name><phone>555-0187</phone></skipper></reservation></reserve>")
            .body();
    String number = reserved.replaceAll("(?s).*number>(\\d+)<.*", "$1");
    for (String name : names) {
      assertThat(
              ClusterLoad.call(
                      cluster.address(name, "/berths"),
                      "<readStay><number>" + number + "</number></readStay>")
                  .body())
          .as(name + ": " + reserved)
          .contains("Quiet Comma");
    }

    assertThat(ClusterLoad.call(cluster.address(names.get(0), "/berths"), RATES).body())
        .contains("12.00");
    assertThat(isKeptAnswer(names.get(1))).isTrue();
    changeTariff(names.get(0), new BigDecimal("9.50"));
    assertThat(ClusterLoad.call(cluster.address(names.get(1), "/berths"), RATES).body())
        .contains("9.50");
    changeTariff(names.get(0), new BigDecimal("12.00"));
  }

  private boolean isKeptAnswer(String name) throws Exception {
    return ClusterLoad.call(cluster.address(name, "/berths"), RATES)
        .headers()
        .firstValue("Age")
        .isPresent();
  }

  private void changeTariff(String name, BigDecimal rate) throws Exception {
    DynamicClient.of(
            ContractReader.read(HarborOffice.class).contract(), cluster.address(name, "/office"))
        .credentials(ClientCredentials.usernameTokenDigest("bram-oakes", cluster.masterPassword()))
        .call(
            "changeTariff", Map.of("berth", "S-01", "nightlyRate", rate.toPlainString()), Map.of());
  }

  @Test
  void plainCallsGoOnWithoutRedis() throws Exception {
    ClusterLoad load = ClusterLoad.on(cluster, 4);
    try (load) {
      load.awaitMore();
      cluster.redis().kill();
      load.awaitMore();
      assertThat(ClusterLoad.call(cluster.address("/berths"), RATES).statusCode()).isEqualTo(200);
      cluster.redis().startAgain();
      load.awaitMore();
    }
    assertThat(load.lost()).isEmpty();
    for (String name : cluster.names()) {
      // A host tries once a second whether Redis is back.
      Await.until(name + " keeps answers again", () -> isKeptAnswer(name));
    }
  }

  @Test
  void aHostThatIsToldToEndLosesNone() throws Exception {
    int before = cluster.reservations();
    ClusterLoad load = ClusterLoad.on(cluster, 2);
    try (load) {
      load.awaitMore();
      cluster.end("node-1");
      load.awaitMore();
      cluster.startAgain("node-1");
      load.awaitNodes(cluster.names().size());
    }
    assertThat(load.lost()).isEmpty();
    assertThat(cluster.reservations() - before)
        .as("each confirmed reservation was made once")
        .isEqualTo(load.reserved());
  }
}
