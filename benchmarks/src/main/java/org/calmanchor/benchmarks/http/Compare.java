package org.calmanchor.benchmarks.http;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Compares what serving the same data costs: raw bytes, JSON, StAX by hand, and Calm Anchor, each
 * in a process of its own, in rounds that take turns.
 */
public final class Compare {
  static final List<String> KINDS = List.of("raw", "json", "stax", "ours");
  static final List<String> JVM = List.of("-Xms512m", "-Xmx512m", "-XX:+UseParallelGC");

  private static final int CONNECTIONS = 8;

  /** Under a load that takes both cores, the JIT compiler needs about so long on two of them. */
  private static final int WARM_SECONDS = 20;

  private final int rounds;
  private final double seconds;
  private final Map<String, Server> servers = new LinkedHashMap<>();

  private Compare(int rounds, double seconds) {
    this.rounds = rounds;
    this.seconds = seconds;
  }

  /** Arguments: rounds, seconds a round, both optional. */
  public static void main(String[] arguments) throws Exception {
    int rounds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 9;
    double seconds = arguments.length > 1 ? Double.parseDouble(arguments[1]) : 2;
    System.out.printf(
        "%d rounds of %.1f s, %d connections, JDK %s, %s%n",
        rounds, seconds, CONNECTIONS, System.getProperty("java.version"), String.join(" ", JVM));
    ColdStart.print();
    new Compare(rounds, seconds).run();
    Connections.print();
  }

  private void run() throws Exception {
    try {
      for (String kind : KINDS) {
        servers.put(kind, Server.start(kind, JVM));
      }
      for (Exchanges exchange : Exchanges.values()) {
        compare(exchange);
      }
      System.out.printf("%nmemory held after the load, MB:");
      for (Map.Entry<String, Server> server : servers.entrySet()) {
        System.out.printf("  %s %.0f", server.getKey(), server.getValue().residentMegabytes());
      }
      System.out.println();
    } finally {
      servers.values().forEach(Server::close);
    }
  }

  private Load load(String kind, Exchanges exchange) {
    return Load.of(kind, servers.get(kind).port(), exchange);
  }

  private void compare(Exchanges exchange) throws Exception {
    Map<String, List<Double>> micros = new LinkedHashMap<>();
    Map<String, Load.Figures> best = new LinkedHashMap<>();
    Map<String, Double> allocated = new LinkedHashMap<>();
    for (String kind : KINDS) {
      load(kind, exchange).run(CONNECTIONS, WARM_SECONDS, 0);
      micros.put(kind, new ArrayList<>());
    }
    for (int round = 0; round < rounds; round++) {
      for (String kind : KINDS) {
        Server server = servers.get(kind);
        long allocatedBefore = server.allocatedBytes();
        double before = server.cpuSeconds();
        Load.Figures figures = load(kind, exchange).run(CONNECTIONS, seconds, 0);
        double used = server.cpuSeconds() - before;
        double bytes = server.allocatedBytes() - allocatedBefore;
        micros.get(kind).add(used * 1e6 / figures.answers());
        allocated.merge(kind, bytes / figures.answers(), Math::min);
        best.merge(kind, figures, (a, b) -> a.perSecond() > b.perSecond() ? a : b);
      }
    }
    double half = best.get("json").perSecond() / 2;
    System.out.printf(
        Locale.ROOT,
        "%n%s (%s): %.0f requests/s is half of what JSON reaches%n",
        exchange,
        exchange.operation(),
        half);
    System.out.println(
        "        CPU µs/request   ratio to JSON        requests/s   allocated   p50/p99 ms at half"
            + " rate");
    System.out.println("        best   median    median (spread)                   KB/request");
    for (String kind : KINDS) {
      List<Double> ratios = new ArrayList<>();
      for (int round = 0; round < rounds; round++) {
        ratios.add(micros.get(kind).get(round) / micros.get("json").get(round));
      }
      Load.Figures paced = load(kind, exchange).run(CONNECTIONS * 4, 3, half);
      System.out.printf(
          Locale.ROOT,
          "%-5s %7.1f  %7.1f      %.2f (%.2f–%.2f)   %12.0f   %9.1f     %.2f / %.2f%n",
          kind,
          Collections.min(micros.get(kind)),
          median(micros.get(kind)),
          median(ratios),
          Collections.min(ratios),
          Collections.max(ratios),
          best.get(kind).perSecond(),
          allocated.get(kind) / 1024,
          paced.percentile(0.5),
          paced.percentile(0.99));
    }
  }

  static double median(List<Double> values) {
    double[] sorted = values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    return sorted[sorted.length / 2];
  }
}
