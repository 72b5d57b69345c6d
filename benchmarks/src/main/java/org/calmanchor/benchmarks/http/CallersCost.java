package org.calmanchor.benchmarks.http;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What a caller with a name and a password costs, if the password was verified a moment ago: two
 * hosts take turns in short rounds with the smallest call, and each round is held to the one before
 * it. The header alone has its own figure, because the server's parser pays for it.
 */
public final class CallersCost {
  private static final int CONNECTIONS = 8;
  private static final int WARM_SECONDS = 20;

  private CallersCost() {}

  /** Arguments: rounds, seconds a round, both optional. */
  public static void main(String[] arguments) throws Exception {
    int rounds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 60;
    double seconds = arguments.length > 1 ? Double.parseDouble(arguments[1]) : 0.5;
    try (Server open = Server.start("ours", Compare.JVM);
        Server known = Server.start("callers", Compare.JVM)) {
      Load toOpen = Load.of("ours", open.port(), Exchanges.SMALL);
      Load unread = Load.of("callers", open.port(), Exchanges.SMALL);
      Load toKnown = Load.of("callers", known.port(), Exchanges.SMALL);
      toOpen.run(CONNECTIONS, WARM_SECONDS, 0);
      toKnown.run(CONNECTIONS, WARM_SECONDS, 0);
      List<Double> without = new ArrayList<>();
      List<Double> header = new ArrayList<>();
      List<Double> all = new ArrayList<>();
      for (int round = 0; round < rounds; round++) {
        double plain = micros(open, toOpen, seconds);
        without.add(plain);
        header.add(micros(open, unread, seconds) / plain);
        all.add(micros(known, toKnown, seconds) / plain);
      }
      System.out.printf(
          Locale.ROOT,
          "%d rounds: %.1f µs of processor time a call without callers; with a header that nobody"
              + " reads %.3f times that; with a name and a password %.3f times (medians)%n",
          rounds,
          Compare.median(without),
          Compare.median(header),
          Compare.median(all));
    }
  }

  private static double micros(Server server, Load load, double seconds) throws Exception {
    long before = server.cpuNanos();
    Load.Figures figures = load.run(CONNECTIONS, seconds, 0);
    return (server.cpuNanos() - before) / 1e3 / figures.answers();
  }
}
