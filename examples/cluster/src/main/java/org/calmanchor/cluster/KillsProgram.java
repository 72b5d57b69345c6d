package org.calmanchor.cluster;

import java.util.List;

/** Kills hosts under load one after the other, then restarts all of them; prints what was lost. */
public final class KillsProgram {
  private static final int CALLERS = 8;
  private static final int KILLS = 20;

  private KillsProgram() {}

  /** Arguments: the number of kills (20). */
  public static void main(String[] arguments) throws InterruptedException {
    int kills = arguments.length > 0 ? Integer.parseInt(arguments[0]) : KILLS;
    try (Cluster cluster = Cluster.start(3)) {
      List<String> names = cluster.names();
      int most = 0;
      ClusterLoad load = ClusterLoad.on(cluster, CALLERS);
      try (load) {
        load.awaitNodes(names.size());
        load.awaitMore();
        double keptBefore = load.keptShare();
        for (int i = 0; i < kills; i++) {
          int before = load.lost().size();
          String name = names.get(i % names.size());
          cluster.kill(name);
          load.awaitMore();
          cluster.startAgain(name);
          load.awaitNodes(names.size());
          most = Math.max(most, load.lost().size() - before);
        }
        System.out.printf(
            "%d kills: %d calls answered, %d lost, at most %d by one kill, of %d at the same time%n",
            kills, load.answered(), load.lost().size(), most, CALLERS);
        System.out.printf(
            "answers given again: %.3f before, %.3f over all%n", keptBefore, load.keptShare());
        int before = load.lost().size();
        int answered = load.answered();
        for (String name : names) {
          cluster.end(name);
          cluster.startAgain(name);
          load.awaitNodes(names.size());
        }
        System.out.printf(
            "rolling restart of %d hosts: %d calls answered, %d lost%n",
            names.size(), load.answered() - answered, load.lost().size() - before);
      }
      load.lost().stream()
          .distinct()
          .limit(5)
          .forEach(each -> System.out.println("  lost: " + each));
    }
  }
}
