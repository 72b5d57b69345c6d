package org.calmanchor.benchmarks.http;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;

/**
 * Compares what serving the same data costs: raw bytes, JSON, StAX by hand, and Calm Anchor, each
 * in a process of its own, in many short rounds that take turns, started several times. A machine's
 * speed moves by tens of percent within seconds, so each round is held to the JSON rounds right
 * before and after it.
 */
public final class Compare {
  /** The kinds of servers in the order of a round; the others are compared with the first. */
  static final List<String> KINDS = List.of("json", "raw", "stax", "ours");

  private static final List<String> KINDS_IN_CONTAINER = List.of("json", "ours");

  /** Options of all servers: none, because users start theirs without. */
  static final List<String> JVM = List.of();

  private static final int CONNECTIONS = 8;

  /**
   * A server is warm when the JIT compiler uses less than a hundredth of the time, but not before
   * this number of seconds: the compiler may pause once in between.
   */
  private static final int LEAST_WARMING = 3;

  private static final int MOST_WARMING = 12;
  private static final int WARM_SECONDS = 5;
  private static final long WARM_NANOS = WARM_SECONDS * 1_000_000_000L / 100;

  private final int starts;
  private final int rounds;
  private final double seconds;
  private final Map<String, Server> servers = new LinkedHashMap<>();
  private final Map<Exchanges, Measured> measured = new EnumMap<>(Exchanges.class);

  private final boolean isContainer;
  private final List<String> kinds;

  private Compare(boolean isContainer, int starts, int rounds, double seconds) {
    this.isContainer = isContainer;
    this.kinds = isContainer ? KINDS_IN_CONTAINER : KINDS;
    this.starts = starts;
    this.rounds = rounds;
    this.seconds = seconds;
    for (Exchanges exchange : Exchanges.values()) {
      measured.put(exchange, new Measured(kinds));
    }
  }

  /**
   * Arguments: starts of each server, rounds a start, seconds a round, all optional; the word
   * container before them puts the services into an embedded servlet container.
   */
  public static void main(String[] given) throws Exception {
    boolean isContainer = given.length > 0 && given[0].equals("container");
    String[] arguments = isContainer ? Arrays.copyOfRange(given, 1, given.length) : given;
    int starts = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 3;
    int rounds = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 25;
    double seconds = arguments.length > 2 ? Double.parseDouble(arguments[2]) : 0.5;
    System.out.printf(
        Locale.ROOT,
        "%d starts of each server, %d rounds of %.1f s, %d connections, JDK %s%n",
        starts,
        rounds,
        seconds,
        CONNECTIONS,
        System.getProperty("java.version"));
    if (!isContainer) {
      ColdStart.print();
    }
    new Compare(isContainer, starts, rounds, seconds).run();
    if (!isContainer) {
      Connections.print();
    }
  }

  private void run() throws Exception {
    // The JIT compiler's result differs from start to start, by a tenth and more.
    for (int start = 1; start <= starts; start++) {
      try {
        for (String kind : kinds) {
          servers.put(kind, Server.start(isContainer ? kind + " container" : kind, JVM));
        }
        for (Exchanges exchange : Exchanges.values()) {
          measure(exchange);
        }
        if (start == starts) {
          finish();
        }
      } finally {
        servers.values().forEach(Server::close);
      }
    }
  }

  /** Measures what is measured once, with warm servers; then prints all figures. */
  private void finish() throws Exception {
    for (Exchanges exchange : Exchanges.values()) {
      Measured all = Objects.requireNonNull(measured.get(exchange));
      double half = all.mostPerSecond("json") / 2;
      Map<String, Load.Figures> paced = new LinkedHashMap<>();
      for (String kind : kinds) {
        paced.put(kind, load(kind, exchange).run(CONNECTIONS * 4, 3, half));
      }
      all.print(exchange, half, paced);
    }
    System.out.printf("%nmemory held after the load, MB:");
    for (Map.Entry<String, Server> server : servers.entrySet()) {
      System.out.printf("  %s %.0f", server.getKey(), server.getValue().residentMegabytes());
    }
    System.out.println();
  }

  private Load load(String kind, Exchanges exchange) {
    return Load.of(kind, servers.get(kind).port(), exchange);
  }

  /** Sends requests until a server is warm; returns the number of seconds. */
  private int warm(String kind, Exchanges exchange) throws Exception {
    Server server = servers.get(kind);
    long before = server.compilerNanos();
    for (int time = 1; time <= MOST_WARMING; time++) {
      load(kind, exchange).run(CONNECTIONS, WARM_SECONDS, 0);
      long now = server.compilerNanos();
      if (time >= LEAST_WARMING && now - before < WARM_NANOS) {
        return time * WARM_SECONDS;
      }
      before = now;
    }
    return MOST_WARMING * WARM_SECONDS;
  }

  private void measure(Exchanges exchange) throws Exception {
    Measured all = Objects.requireNonNull(measured.get(exchange));
    for (String kind : kinds) {
      all.warmed(kind, warm(kind, exchange));
    }
    all.nextStart();
    for (int round = 0; round < rounds; round++) {
      for (String kind : kinds) {
        turn(kind, exchange, all);
      }
    }
    // The last of the others needs a JSON round after it as well.
    turn(kinds.get(0), exchange, all);
  }

  private void turn(String kind, Exchanges exchange, Measured all) throws Exception {
    Server server = servers.get(kind);
    long allocated = server.allocatedBytes();
    long nanos = server.cpuNanos();
    Load.Figures figures = load(kind, exchange).run(CONNECTIONS, seconds, 0);
    double micros = (server.cpuNanos() - nanos) / 1e3;
    double bytes = server.allocatedBytes() - allocated;
    all.add(kind, micros / figures.answers(), bytes / figures.answers(), figures);
  }

  static double median(List<Double> values) {
    double[] sorted = values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    return sorted[sorted.length / 2];
  }
}
