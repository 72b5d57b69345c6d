package org.calmanchor.benchmarks.http;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** How long it takes from the start of a process to its first answered call. */
final class ColdStart {
  private static final int STARTS = 7;

  private ColdStart() {}

  static void print() throws Exception {
    Map<String, List<Double>> seconds = new LinkedHashMap<>();
    for (int i = 0; i < STARTS; i++) {
      for (String kind : Compare.KINDS) {
        seconds.computeIfAbsent(kind, k -> new ArrayList<>()).add(secondsToAnswer(kind));
      }
    }
    double raw = Compare.median(seconds.get("raw"));
    System.out.printf("%ncold start to the first answer, median of %d, seconds:", STARTS);
    seconds.forEach(
        (kind, all) ->
            System.out.printf(
                Locale.ROOT,
                "  %s %.2f (%.2f of raw)",
                kind,
                Compare.median(all),
                Compare.median(all) / raw));
    System.out.println();
  }

  private static double secondsToAnswer(String kind) throws Exception {
    long start = System.nanoTime();
    try (Server server = Server.start(kind, Compare.JVM)) {
      Load.of(kind, server.port(), Exchanges.SMALL).once();
      return (System.nanoTime() - start) / 1e9;
    }
  }
}
