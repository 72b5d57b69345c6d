package org.calmanchor.cluster;

import java.io.IOException;
import java.time.Duration;
import java.util.List;

/**
 * What became of the calls of a load while hosts were killed, one after the other, each when the
 * balancer had all of them again.
 *
 * @param count how many hosts were killed
 * @param mostLost the most calls that one kill has lost
 * @param replayed how many messages with a token for one call were done more than once; one was
 *     sent to all hosts before each kill and again after it
 */
record KillRun(int count, int mostLost, int replayed) {
  /** Kills so many hosts. */
  static KillRun times(Cluster cluster, ClusterLoad load, int times)
      throws IOException, InterruptedException {
    KillRun kills = new KillRun(0, 0, 0);
    while (kills.count < times) {
      kills = kills.andOneMore(cluster, load);
    }
    return kills;
  }

  /** Kills hosts for so long, at least one. */
  static KillRun during(Cluster cluster, ClusterLoad load, Duration time)
      throws IOException, InterruptedException {
    long begun = System.nanoTime();
    KillRun kills = new KillRun(0, 0, 0);
    do {
      kills = kills.andOneMore(cluster, load);
    } while (System.nanoTime() - begun < time.toNanos());
    return kills;
  }

  private KillRun andOneMore(Cluster cluster, ClusterLoad load)
      throws IOException, InterruptedException {
    List<String> names = cluster.names();
    String name = names.get(count % names.size());
    int before = load.lost().size();
    String message = TokenMessage.of(cluster.masterPassword());
    // One host may do what the message says, once.
    int more = cluster.sendToAll(message) - 1;
    cluster.kill(name);
    load.awaitMore();
    cluster.startAgain(name);
    more += cluster.sendToAll(message);
    load.awaitNodes(names.size());
    return new KillRun(count + 1, Math.max(mostLost, load.lost().size() - before), replayed + more);
  }
}
