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
  private static final List<String> KINDS = List.of("raw", "json", "stax", "ours");
  private static final int CONNECTIONS = 8;
  private static final List<String> JVM = List.of("-Xms512m", "-Xmx512m", "-XX:+UseParallelGC");

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
    new Compare(rounds, seconds).run();
  }

  private void run() throws Exception {
    System.out.printf(
        "%d rounds of %.1f s, %d connections, JDK %s, %s%n",
        rounds, seconds, CONNECTIONS, System.getProperty("java.version"), String.join(" ", JVM));
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
    boolean isOurs = kind.equals("ours");
    boolean isJson = kind.equals("json") || kind.equals("raw");
    String path = isOurs ? "/harbor" : "/" + exchange.name().toLowerCase(Locale.ROOT);
    int port = servers.get(kind).port();
    return new Load(port, exchange.request(path, isJson), exchange.expected());
  }

  private void compare(Exchanges exchange) throws Exception {
    Map<String, List<Double>> micros = new LinkedHashMap<>();
    Map<String, Load.Figures> best = new LinkedHashMap<>();
    for (String kind : KINDS) {
      load(kind, exchange).run(CONNECTIONS, 8, 0);
      micros.put(kind, new ArrayList<>());
    }
    for (int round = 0; round < rounds; round++) {
      for (String kind : KINDS) {
        double before = servers.get(kind).cpuSeconds();
        Load.Figures figures = load(kind, exchange).run(CONNECTIONS, seconds, 0);
        double used = servers.get(kind).cpuSeconds() - before;
        micros.get(kind).add(used * 1e6 / figures.answers());
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
        "        CPU µs/request   ratio to JSON        requests/s    p50/p99 ms at half rate");
    System.out.println("        best   median    median (spread)");
    for (String kind : KINDS) {
      List<Double> ratios = new ArrayList<>();
      for (int round = 0; round < rounds; round++) {
        ratios.add(micros.get(kind).get(round) / micros.get("json").get(round));
      }
      Load.Figures paced = load(kind, exchange).run(CONNECTIONS * 4, 3, half);
      System.out.printf(
          Locale.ROOT,
          "%-5s %7.1f  %7.1f      %.2f (%.2f–%.2f)   %12.0f       %.2f / %.2f%n",
          kind,
          Collections.min(micros.get(kind)),
          median(micros.get(kind)),
          median(ratios),
          Collections.min(ratios),
          Collections.max(ratios),
          best.get(kind).perSecond(),
          paced.percentile(0.5),
          paced.percentile(0.99));
    }
  }

  private static double median(List<Double> values) {
    double[] sorted = values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    return sorted[sorted.length / 2];
  }
}
