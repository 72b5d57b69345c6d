package org.calmanchor.benchmarks.http;

import java.util.Locale;

/** Whether more connections than there are cores slow the server down. */
final class Connections {
  private static final int WARM_SECONDS = 20;
  private static final int[] COUNTS = {1, 2, 4, 8, 16, 32, 64, 128, 256};

  private Connections() {}

  static void print() throws Exception {
    System.out.printf("%nsmall calls a second, by the number of connections%n");
    for (String kind : new String[] {"json", "ours"}) {
      try (Server server = Server.start(kind, Compare.JVM)) {
        Load load = Load.of(kind, server.port(), Exchanges.SMALL);
        load.run(8, WARM_SECONDS, 0);
        System.out.printf("%-5s", kind);
        for (int count : COUNTS) {
          System.out.printf(Locale.ROOT, "  %d: %.0f", count, load.run(count, 3, 0).perSecond());
        }
        System.out.println();
      }
    }
  }
}
