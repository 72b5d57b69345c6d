package org.calmanchor.benchmarks.http;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What metrics, an access log and traces cost a small call. The hosts with and without them are in
 * one process: two processes of the same host differ by up to a tenth, because the JIT compiler
 * does not decide the same in both. They take turns in short rounds. Two hosts are the same, which
 * shows how exact a ratio is.
 */
public final class ObserverCost {
  private static final int WARM_ROUNDS = 10;

  private ObserverCost() {}

  /** A host; what is measured is its cost compared with the first one. */
  enum Kind {
    PLAIN,
    SAME_AGAIN,
    OBSERVED
  }

  /** Arguments: processes, rounds for each, seconds a round. */
  public static void main(String[] arguments) throws Exception {
    int processes = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 5;
    int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 20;
    double seconds = arguments.length > 2 ? Double.parseDouble(arguments[2]) : 0.5;
    Map<Kind, List<Double>> ratios = new EnumMap<>(Kind.class);
    for (int process = 0; process < processes; process++) {
      try (Server server = Server.start("observed", Compare.JVM)) {
        inOneProcess(server, rounds, seconds)
            .forEach(
                (kind, ratio) -> ratios.computeIfAbsent(kind, k -> new ArrayList<>()).add(ratio));
      }
    }
    ratios.forEach(
        (kind, all) ->
            System.out.printf(
                Locale.ROOT,
                "%-10s %.3f times the processor time of a small call (median; all: %s)%n",
                kind.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                Compare.median(all),
                all.stream()
                    .sorted()
                    .map(each -> String.format(Locale.ROOT, "%.3f", each))
                    .toList()));
  }

  private static Map<Kind, Double> inOneProcess(Server server, int rounds, double seconds) {
    Map<Kind, List<Double>> micros = new EnumMap<>(Kind.class);
    List<Runnable> turns = new ArrayList<>();
    Iterator<Integer> ports = server.ports().iterator();
    for (Kind kind : Kind.values()) {
      Load load = Load.traced(ports.next(), Exchanges.SMALL);
      turns.add(
          () ->
              micros
                  .computeIfAbsent(kind, k -> new ArrayList<>())
                  .add(CallersCost.micros(server, load, seconds)));
    }
    inTurns(turns, WARM_ROUNDS);
    micros.clear();
    inTurns(turns, rounds);
    Map<Kind, Double> ratios = new EnumMap<>(Kind.class);
    for (Kind kind : Kind.values()) {
      ratios.put(kind, neighbours(micros.get(Kind.PLAIN), micros.get(kind)));
    }
    return ratios;
  }

  private static void inTurns(List<Runnable> turns, int rounds) {
    for (int round = 0; round < rounds; round++) {
      // Nobody always follows the same one.
      Collections.shuffle(turns);
      turns.forEach(Runnable::run);
    }
  }

  /**
   * The median ratio of rounds beside each other, so that a slow minute of the machine counts for
   * both.
   */
  private static double neighbours(List<Double> plain, List<Double> other) {
    List<Double> ratios = new ArrayList<>();
    for (int i = 0; i < plain.size(); i++) {
      ratios.add(other.get(i) / plain.get(i));
    }
    return Compare.median(ratios);
  }
}
