package org.calmanchor.cluster;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Hosts that are killed while the balancer gets calls. */
@ExtendWith(OneCluster.class)
class ClusterKillTest {
  private static final int CALLERS = 4;

  private final Cluster cluster;

  ClusterKillTest(Cluster cluster) {
    this.cluster = cluster;
  }

  @Test
  void aHostThatIsKilledLosesOnlyTheCallsThatItHad() throws Exception {
    int stored = cluster.reservations();
    ClusterLoad load = ClusterLoad.on(cluster, CALLERS);
    KillRun kills;
    try (load) {
      load.awaitNodes(cluster.names().size());
      load.awaitMore();
      kills = KillRun.during(cluster, load, Duration.ofSeconds(10));
    }
    // The balancer may send a caller's next call to the dying host, too, before it sees that the
    // host has gone.
    assertThat(kills.mostLost()).isLessThanOrEqualTo(2 * CALLERS);
    assertThat(kills.replayed()).isZero();
    // A host for which Redis has no time computes answers for a second, as on a busy machine.
    assertThat(load.keptShare()).isGreaterThan(0.5);
    // A call that was lost may have been done.
    assertThat(cluster.reservations() - stored - load.reserved()).isBetween(0, load.lost().size());
  }
}
