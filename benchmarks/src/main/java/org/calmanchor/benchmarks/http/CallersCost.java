package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutionException;

/**
 * What a caller with a name and a password costs, if the password was verified a moment ago: two
 * hosts take turns in short rounds with the smallest call and the same header, which only one of
 * them reads. Two processes of the same host differ by some percent, too, so there are several
 * pairs, and with "ours" as the last argument both hosts of each pair are the same, which shows how
 * much that is.
 */
public final class CallersCost {
  private static final int CONNECTIONS = 8;
  private static final int WARM_SECONDS = 20;

  private CallersCost() {}

  /** Arguments: pairs of servers, rounds for each, seconds a round, "ours" for equal hosts. */
  public static void main(String[] arguments) throws Exception {
    int pairs = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 8;
    int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 15;
    double seconds = arguments.length > 2 ? Double.parseDouble(arguments[2]) : 0.5;
    String kind = arguments.length > 3 ? arguments[3] : "callers";
    List<Double> without = new ArrayList<>();
    List<Double> header = new ArrayList<>();
    List<Double> ratios = new ArrayList<>();
    for (int pair = 0; pair < pairs; pair++) {
      try (Server open = Server.start("ours", Compare.JVM);
          Server other = Server.start(kind, Compare.JVM)) {
        Load plain = Load.of("ours", open.port(), Exchanges.SMALL);
        Load unread = Load.of("callers", open.port(), Exchanges.SMALL);
        Load known = Load.of("callers", other.port(), Exchanges.SMALL);
        // As long for each host, or one would still be compiling what the other has compiled.
        unread.run(CONNECTIONS, WARM_SECONDS, 0);
        known.run(CONNECTIONS, WARM_SECONDS, 0);
        List<Double> ignored = new ArrayList<>();
        List<Double> served = new ArrayList<>();
        List<Runnable> turns =
            new ArrayList<>(
                List.of(
                    () -> ignored.add(micros(open, unread, seconds)),
                    () -> served.add(micros(other, known, seconds))));
        inTurns(turns, rounds);
        ratios.add(Compare.median(served) / Compare.median(ignored));
        List<Double> small = new ArrayList<>();
        List<Double> longer = new ArrayList<>();
        inTurns(
            new ArrayList<>(
                List.of(
                    () -> small.add(micros(open, plain, seconds)),
                    () -> longer.add(micros(open, unread, seconds)))),
            rounds);
        without.add(Compare.median(small));
        header.add(Compare.median(longer) / Compare.median(small));
      }
    }
    System.out.printf(
        Locale.ROOT,
        "%d pairs of servers: %.1f µs of processor time a call without callers; with a header that"
            + " nobody reads %.3f times that; the same request at the host \"%s\" %.3f times"
            + " (medians; all of the last: %s)%n",
        pairs,
        Compare.median(without),
        Compare.median(header),
        kind,
        Compare.median(ratios),
        ratios.stream().sorted().map(each -> String.format(Locale.ROOT, "%.3f", each)).toList());
  }

  private static void inTurns(List<Runnable> turns, int rounds) {
    for (int round = 0; round < rounds; round++) {
      turns.forEach(Runnable::run);
      // Nobody is always the one whose caches were filled by its neighbour.
      Collections.rotate(turns, 1);
    }
  }

  /** After a short time that does not count, because the host was idle before. */
  static double micros(Server server, Load load, double seconds) {
    try {
      load.run(CONNECTIONS, seconds / 2, 0);
      long before = server.cpuNanos();
      Load.Figures figures = load.run(CONNECTIONS, seconds, 0);
      return (server.cpuNanos() - before) / 1e3 / figures.answers();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("the benchmark was interrupted", stopped);
    } catch (ExecutionException | IOException failed) {
      throw new IllegalStateException(failed);
    }
  }
}
