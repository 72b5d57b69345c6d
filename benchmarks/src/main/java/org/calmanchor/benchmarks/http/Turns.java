package org.calmanchor.benchmarks.http;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One start of each candidate, all at the same time: they take turns of a quarter of a second, in
 * an order that changes, so that a slow second of the machine is nobody's. A round in which
 * neighbours took more than a twentieth of the processors is not counted.
 */
final class Turns {
  private static final int CONNECTIONS = 8;
  private static final double SECONDS = 0.25;

  private static final double WARM_SECONDS = 1.5;
  private static final int LEAST_WARM_TURNS = 5;
  private static final int MOST_WARM_TURNS = 30;

  /** After so many turns in which nobody became faster by more than a twentieth, all are warm. */
  private static final int STEADY = 4;

  private static final double FASTER = 0.95;

  /** How often a round is tried; on a machine that is never quiet there are fewer of them. */
  private static final int MOST_TRIES = 4;

  /** A start with fewer counted rounds says nothing. */
  private static final int LEAST_ROUNDS = 5;

  private final Map<Candidate, Server> servers;
  private final int rounds;
  private int uncounted;

  /** Processor time of a request in microseconds, for each counted round. */
  private final Map<Exchanges, Map<Candidate, List<Double>>> micros =
      new EnumMap<>(Exchanges.class);

  private final Map<Exchanges, Map<Candidate, Double>> kilobytes = new EnumMap<>(Exchanges.class);

  private Turns(Map<Candidate, Server> servers, int rounds) {
    this.servers = servers;
    this.rounds = rounds;
  }

  /** Lets servers take turns when they are warm. */
  static Turns of(Map<Candidate, Server> servers, int rounds) throws Exception {
    Turns turns = new Turns(servers, rounds);
    for (Exchanges exchange : Exchanges.values()) {
      turns.warm(exchange);
      turns.measure(exchange);
      turns.measureAllocation(exchange);
    }
    return turns;
  }

  /**
   * Warms all servers in turns, until none of them becomes faster. The compiler of a busy machine
   * may need half a minute for a few methods, so that a fixed time would favour those that came
   * first.
   */
  private void warm(Exchanges exchange) throws Exception {
    Map<Candidate, Double> best = new LinkedHashMap<>();
    List<Candidate> order = new ArrayList<>(servers.keySet());
    int steadyCount = 0;
    for (int i = 0; i < MOST_WARM_TURNS && (i < LEAST_WARM_TURNS || steadyCount < STEADY); i++) {
      Collections.shuffle(order);
      boolean isFaster = false;
      for (Candidate each : order) {
        double micros = turn(each, exchange, WARM_SECONDS);
        Double former = best.get(each);
        isFaster |= former == null || micros < FASTER * former;
        best.merge(each, micros, Math::min);
      }
      steadyCount = isFaster ? 0 : steadyCount + 1;
    }
  }

  private void measure(Exchanges exchange) throws Exception {
    Map<Candidate, List<Double>> counted = new LinkedHashMap<>();
    servers.keySet().forEach(each -> counted.put(each, new ArrayList<>()));
    micros.put(exchange, counted);
    List<Candidate> order = new ArrayList<>(servers.keySet());
    int done = 0;
    for (int round = 0; done < rounds && round < MOST_TRIES * rounds; round++) {
      Collections.shuffle(order);
      Steal steal = Steal.fromNow();
      Map<Candidate, Double> once = new LinkedHashMap<>();
      for (Candidate each : order) {
        once.put(each, turn(each, exchange, SECONDS));
      }
      if (steal.share() > Steal.MOST) {
        uncounted++;
        // Neighbours are busy for some seconds and quiet for some.
        Thread.sleep(Steal.PAUSE_MILLIS);
      } else {
        once.forEach((each, value) -> counted.getOrDefault(each, new ArrayList<>()).add(value));
        done++;
      }
    }
  }

  private double turn(Candidate candidate, Exchanges exchange, double seconds) throws Exception {
    Server server = servers.get(candidate);
    long before = server.cpuNanos();
    Load.Figures figures = candidate.load(server, exchange).run(CONNECTIONS, seconds, 0);
    return (server.cpuNanos() - before) / 1e3 / figures.answers();
  }

  private void measureAllocation(Exchanges exchange) throws Exception {
    Map<Candidate, Double> all = new LinkedHashMap<>();
    for (Map.Entry<Candidate, Server> each : servers.entrySet()) {
      Server server = each.getValue();
      server.allocatedBytes();
      long before = server.allocatedBytes();
      Load.Figures figures = each.getKey().load(server, exchange).run(1, 1, 0);
      all.put(each.getKey(), (server.allocatedBytes() - before) / 1024.0 / figures.answers());
    }
    kilobytes.put(exchange, all);
  }

  /** How many rounds were not counted. */
  int uncounted() {
    return uncounted;
  }

  /** Whether enough rounds of an exchange were counted. */
  boolean has(Exchanges exchange) {
    return micros.get(exchange).values().iterator().next().size() >= LEAST_ROUNDS;
  }

  /** The median of the ratios of one candidate to another in the same round. */
  double ratio(Exchanges exchange, Candidate candidate, Candidate to) {
    List<Double> mine = micros.get(exchange).get(candidate);
    List<Double> others = micros.get(exchange).get(to);
    List<Double> ratios = new ArrayList<>();
    for (int i = 0; i < mine.size(); i++) {
      ratios.add(mine.get(i) / others.get(i));
    }
    return Compare.median(ratios);
  }

  /** What a request allocates, in KB. */
  double kilobytes(Exchanges exchange, Candidate candidate) {
    return kilobytes.get(exchange).get(candidate);
  }
}
