package org.calmanchor.benchmarks.http;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** What all rounds of one exchange gave. */
final class Measured {
  /** CPU time in microseconds for each request, by kind, start and round. */
  private final Map<String, List<List<Double>>> micros = new LinkedHashMap<>();

  private final Map<String, List<Double>> allocated = new LinkedHashMap<>();
  private final Map<String, Integer> warmed = new LinkedHashMap<>();
  private final Map<String, Double> perSecond = new LinkedHashMap<>();

  Measured(List<String> kinds) {
    kinds.forEach(kind -> micros.put(kind, new ArrayList<>()));
  }

  /** Begins the figures of another start of the servers. */
  void nextStart() {
    micros.values().forEach(starts -> starts.add(new ArrayList<>()));
  }

  /** Records that the warm-up of a server took this number of seconds. */
  void warmed(String kind, int seconds) {
    warmed.merge(kind, seconds, Math::max);
  }

  void add(String kind, double microseconds, double bytes, Load.Figures figures) {
    List<List<Double>> starts = starts(kind);
    starts.get(starts.size() - 1).add(microseconds);
    allocated.computeIfAbsent(kind, k -> new ArrayList<>()).add(bytes);
    perSecond.merge(kind, figures.perSecond(), Math::max);
  }

  private List<List<Double>> starts(String kind) {
    return Objects.requireNonNull(micros.get(kind));
  }

  double mostPerSecond(String kind) {
    return Objects.requireNonNull(perSecond.get(kind));
  }

  /**
   * The ratio to JSON in each round of a start, by the mean of the JSON rounds before and after.
   * The ratio of JSON to itself shows the noise between two rounds.
   */
  private List<Double> ratios(String kind, int start) {
    List<Double> mine = starts(kind).get(start);
    List<Double> json = starts("json").get(start);
    List<Double> ratios = new ArrayList<>();
    for (int round = 1; round < json.size(); round++) {
      double before = json.get(round - 1);
      double after = json.get(round);
      // A round begins with JSON, so the others of the previous round are between two JSON rounds.
      ratios.add(kind.equals("json") ? after / before : mine.get(round - 1) * 2 / (before + after));
    }
    return ratios;
  }

  /** Prints a table; {@code paced} are the figures at {@code half} of what JSON reaches. */
  void print(Exchanges exchange, double half, Map<String, Load.Figures> paced) {
    System.out.printf(
        Locale.ROOT,
        "%n%s (%s): %.0f requests/s is half of what JSON reaches%n",
        exchange,
        exchange.operation(),
        half);
    System.out.println("warmed for at most, seconds: " + warmed);
    System.out.println(
        "        CPU \u00b5s/request   ratio to JSON        of each start    requests/s   "
            + "allocated   p50/p99 ms");
    System.out.println(
        "        best   median    median (quartiles)   median                        "
            + "KB/request   at half rate");
    micros.keySet().forEach(kind -> print(kind, Objects.requireNonNull(paced.get(kind))));
  }

  private void print(String kind, Load.Figures paced) {
    List<Double> all = starts(kind).stream().flatMap(List::stream).toList();
    List<Double> ratios = new ArrayList<>();
    List<String> medians = new ArrayList<>();
    for (int start = 0; start < starts(kind).size(); start++) {
      List<Double> ofStart = ratios(kind, start);
      ratios.addAll(ofStart);
      medians.add(String.format(Locale.ROOT, "%.2f", Compare.median(ofStart)));
    }
    Collections.sort(ratios);
    System.out.printf(
        Locale.ROOT,
        "%-5s %7.1f  %7.1f    %.2f (%.2f\u2013%.2f)     %-16s %10.0f   %9.1f     %.2f / %.2f%n",
        kind,
        Collections.min(all),
        Compare.median(all),
        Compare.median(ratios),
        ratios.get(ratios.size() / 4),
        ratios.get(ratios.size() * 3 / 4),
        medians.stream().collect(Collectors.joining(" ")),
        mostPerSecond(kind),
        Compare.median(Objects.requireNonNull(allocated.get(kind))) / 1024,
        paced.percentile(0.5),
        paced.percentile(0.99));
  }
}
