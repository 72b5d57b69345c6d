package org.calmanchor.cluster;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** A host that is killed while the balancer gets calls. */
class ClusterKillTest {
  private static final int CALLERS = 4;
  private static Cluster cluster;

  @BeforeAll
  static void start() {
    cluster = Cluster.start(2);
  }

  @AfterAll
  static void stop() {
    cluster.close();
  }

  @Test
  void aHostThatIsKilledLosesOnlyTheCallsThatItHad() throws Exception {
    ClusterLoad load = ClusterLoad.on(cluster, CALLERS);
    String message = TokenMessage.of(cluster.masterPassword());
    try (load) {
      load.awaitMore();
      assertThat(cluster.sendToAll(message)).as("done by one host, once").isEqualTo(1);
      cluster.kill("node-2");
      load.awaitMore();
      cluster.startAgain("node-2");
      assertThat(cluster.sendToAll(message)).as("known to the host that is new").isZero();
      load.awaitNodes(2);
    }
    assertThat(load.lost()).hasSizeLessThanOrEqualTo(CALLERS);
    assertThat(cluster.reservations() - load.reserved()).isBetween(0, load.lost().size());
  }
}
