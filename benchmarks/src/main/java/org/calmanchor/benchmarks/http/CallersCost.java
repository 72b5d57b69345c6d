package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutionException;

/**
 * What a caller with a name and a password costs, if the password was verified a moment ago: two
 * hosts take turns in short rounds with the smallest call. Two processes of the same host differ by
 * some percent, too, so there are several pairs. The header alone has its own figure, because the
 * server's parser pays for it.
 */
public final class CallersCost {
  private static final int CONNECTIONS = 8;
  private static final int WARM_SECONDS = 20;

  private CallersCost() {}

  /** Arguments: pairs of servers, rounds for each, seconds a round, all optional. */
  public static void main(String[] arguments) throws Exception {
    int pairs = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 8;
    int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 15;
    double seconds = arguments.length > 2 ? Double.parseDouble(arguments[2]) : 0.5;
    List<Double> without = new ArrayList<>();
    List<Double> header = new ArrayList<>();
    List<Double> all = new ArrayList<>();
    List<Double> same = new ArrayList<>();
    for (int pair = 0; pair < pairs; pair++) {
      try (Server open = Server.start("ours", Compare.JVM);
          Server known = Server.start("callers", Compare.JVM)) {
        Load toOpen = Load.of("ours", open.port(), Exchanges.SMALL);
        Load unread = Load.of("callers", open.port(), Exchanges.SMALL);
        Load toKnown = Load.of("callers", known.port(), Exchanges.SMALL);
        // As long for each host, or one would still be compiling what the other has compiled.
        toOpen.run(CONNECTIONS, WARM_SECONDS, 0);
        unread.run(CONNECTIONS, WARM_SECONDS, 0);
        toKnown.run(CONNECTIONS, 2.0 * WARM_SECONDS, 0);
        List<Double> plain = new ArrayList<>();
        List<Double> read = new ArrayList<>();
        List<Double> served = new ArrayList<>();
        List<Runnable> turns =
            new ArrayList<>(
                List.of(
                    () -> plain.add(micros(open, toOpen, seconds)),
                    () -> read.add(micros(open, unread, seconds)),
                    () -> served.add(micros(known, toKnown, seconds))));
        for (int round = 0; round < rounds; round++) {
          turns.forEach(Runnable::run);
          // Nobody is always the one whose caches were filled by its neighbour.
          Collections.rotate(turns, 1);
        }
        without.add(Compare.median(plain));
        header.add(Compare.median(read) / Compare.median(plain));
        all.add(Compare.median(served) / Compare.median(plain));
        same.add(Compare.median(served) / Compare.median(read));
      }
    }
    System.out.printf(
        Locale.ROOT,
        "%d pairs of servers: %.1f µs of processor time a call without callers; with a header that"
            + " nobody reads %.3f times that; with a name and a password %.3f times, which is %.3f"
            + " times the same request at a host without callers (medians; all of the last: %s)%n",
        pairs,
        Compare.median(without),
        Compare.median(header),
        Compare.median(all),
        Compare.median(same),
        same.stream().sorted().map(each -> String.format(Locale.ROOT, "%.3f", each)).toList());
  }

  /** After a short time that does not count, because the host was idle before. */
  private static double micros(Server server, Load load, double seconds) {
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
