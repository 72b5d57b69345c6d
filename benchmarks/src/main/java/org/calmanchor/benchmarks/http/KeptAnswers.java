package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutionException;

/**
 * What an answer of 50 records costs that is given again, beside the same answer of a constant
 * result that is written each time: two hosts take turns in short rounds.
 */
public final class KeptAnswers {
  private static final int CONNECTIONS = 8;
  private static final int WARM_SECONDS = 15;

  private KeptAnswers() {}

  /** Arguments: pairs of servers, rounds for each, seconds a round. */
  public static void main(String[] arguments) throws Exception {
    int pairs = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 3;
    int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 12;
    double seconds = arguments.length > 2 ? Double.parseDouble(arguments[2]) : 0.5;
    List<Double> written = new ArrayList<>();
    List<Double> ratios = new ArrayList<>();
    for (int pair = 0; pair < pairs; pair++) {
      try (Server constant = Server.start("constant", Compare.JVM);
          Server kept = Server.start("kept", Compare.JVM)) {
        Load anew = Load.of("ours", constant.port(), Exchanges.MEDIUM);
        Load again = Load.of("ours", kept.port(), Exchanges.MEDIUM);
        anew.run(CONNECTIONS, WARM_SECONDS, 0);
        again.run(CONNECTIONS, WARM_SECONDS, 0);
        List<Double> first = new ArrayList<>();
        List<Double> second = new ArrayList<>();
        for (int round = 0; round < rounds; round++) {
          first.add(micros(constant, anew, seconds));
          second.add(micros(kept, again, seconds));
        }
        written.add(Compare.median(first));
        ratios.add(Compare.median(second) / Compare.median(first));
      }
    }
    System.out.printf(
        Locale.ROOT,
        "%d pairs of servers: %.1f µs of processor time a call that is written, %.3f times that"
            + " if it is given again (medians; all: %s)%n",
        pairs,
        Compare.median(written),
        Compare.median(ratios),
        ratios.stream().sorted().map(each -> String.format(Locale.ROOT, "%.3f", each)).toList());
  }

  private static double micros(Server server, Load load, double seconds)
      throws InterruptedException, ExecutionException, IOException {
    load.run(CONNECTIONS, seconds / 2, 0);
    long before = server.cpuNanos();
    Load.Figures figures = load.run(CONNECTIONS, seconds, 0);
    return (server.cpuNanos() - before) / 1e3 / figures.answers();
  }
}
