package org.calmanchor.cluster;

import java.io.IOException;
import java.sql.SQLException;

/** Kills hosts under load one after the other, then restarts all of them; prints what was lost. */
public final class KillsProgram {
  private static final int CALLERS = 8;
  private static final int KILLS = 20;
  private static final int SHOWN = 5;

  private KillsProgram() {}

  /** Arguments: the number of kills (20). */
  public static void main(String[] arguments)
      throws IOException, InterruptedException, SQLException {
    int kills = arguments.length > 0 ? Integer.parseInt(arguments[0]) : KILLS;
    try (Cluster cluster = Cluster.start(3)) {
      kill(cluster, kills);
      restart(cluster);
    }
  }

  private static void kill(Cluster cluster, int kills)
      throws IOException, InterruptedException, SQLException {
    ClusterLoad load = ClusterLoad.on(cluster, CALLERS);
    double keptBefore;
    KillRun done;
    try (load) {
      load.awaitNodes(cluster.names().size());
      load.awaitMore();
      keptBefore = load.keptShare();
      done = KillRun.times(cluster, load, kills);
    }
    System.out.printf(
        "%d kills: %d calls answered, %d lost, at most %d by one kill, of %d at the same time%n",
        kills, load.answered(), load.lost().size(), done.mostLost(), CALLERS);
    System.out.printf(
        "answers given again: %.3f before, %.3f over all%n", keptBefore, load.keptShare());
    System.out.printf(
        "messages with a token for one call: %d, each sent to every host before and after a kill;"
            + " %d done more than once%n",
        kills, done.replayed());
    System.out.printf(
        "reservations: %d confirmed, %d in the database%n",
        load.reserved(), cluster.reservations());
    show(load);
  }

  private static void restart(Cluster cluster) throws InterruptedException, SQLException {
    int before = cluster.reservations();
    ClusterLoad load = ClusterLoad.on(cluster, CALLERS);
    try (load) {
      load.awaitNodes(cluster.names().size());
      for (String name : cluster.names()) {
        cluster.end(name);
        cluster.startAgain(name);
        load.awaitNodes(cluster.names().size());
      }
    }
    System.out.printf(
        "rolling restart of %d hosts: %d calls answered, %d lost%n",
        cluster.names().size(), load.answered(), load.lost().size());
    System.out.printf(
        "reservations: %d confirmed, %d in the database%n",
        load.reserved(), cluster.reservations() - before);
    show(load);
  }

  private static void show(ClusterLoad load) {
    load.lost().stream()
        .distinct()
        .limit(SHOWN)
        .forEach(each -> System.out.println("  lost: " + each));
  }
}
