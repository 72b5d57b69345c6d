package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Compares revisions of this project with each other, with JSON and with StAX by hand, as users
 * have them: hosted by a program of their own, with the JVM's defaults and without an archive of
 * classes. Prints a table. The JIT compiler decides differently at each start, so what counts is
 * the median of several starts, and how far they are apart.
 */
public final class Against {
  private final List<Candidate> candidates;
  private final Candidate json;
  private final Map<Candidate, List<StartCosts>> starts = new LinkedHashMap<>();
  private final Map<Candidate, List<Double>> resident = new LinkedHashMap<>();
  private final List<Turns> turns = new ArrayList<>();

  private Against(List<Candidate> candidates, Candidate json) {
    this.candidates = candidates;
    this.json = json;
    for (Candidate each : candidates) {
      starts.put(each, new ArrayList<>());
      resident.put(each, new ArrayList<>());
    }
  }

  /**
   * Arguments: starts, rounds a start, the folder of what is written by hand, and for each revision
   * its name and its folder. A folder has jars and classes.
   */
  public static void main(String[] arguments) throws Exception {
    int starts = Integer.parseInt(arguments[0]);
    int rounds = Integer.parseInt(arguments[1]);
    String byHand = classPath(Path.of(arguments[2]));
    Candidate json = new Candidate("JSON", "json", byHand);
    List<Candidate> candidates =
        new ArrayList<>(List.of(json, new Candidate("StAX by hand", "stax", byHand)));
    for (int i = 3; i + 1 < arguments.length; i += 2) {
      candidates.add(new Candidate(arguments[i], "ours", classPath(Path.of(arguments[i + 1]))));
    }
    Against against = new Against(candidates, json);
    for (int start = 1; start <= starts; start++) {
      against.measureStarts();
      against.measureTurns(rounds);
      System.err.println("Start " + start + " of " + starts + " is measured.");
    }
    against.print(starts, rounds);
  }

  private static String classPath(Path folder) throws IOException {
    List<String> all = new ArrayList<>(List.of(folder.resolve("classes").toString()));
    try (DirectoryStream<Path> jars = Files.newDirectoryStream(folder.resolve("lib"), "*.jar")) {
      jars.forEach(jar -> all.add(jar.toString()));
    }
    Collections.sort(all);
    return String.join(":", all);
  }

  private void measureStarts() throws Exception {
    List<Candidate> order = new ArrayList<>(candidates);
    Collections.shuffle(order);
    for (Candidate each : order) {
      starts.get(each).add(StartCosts.of(each));
    }
  }

  private void measureTurns(int rounds) throws Exception {
    Map<Candidate, Server> servers = new LinkedHashMap<>();
    try {
      for (Candidate each : candidates) {
        servers.put(each, each.start(List.of()));
      }
      turns.add(Turns.of(servers, rounds));
      for (Map.Entry<Candidate, Server> each : servers.entrySet()) {
        resident.get(each.getKey()).add(each.getValue().residentMegabytes());
      }
    } finally {
      servers.values().forEach(Server::close);
    }
  }

  private void print(int count, int rounds) {
    System.out.printf(
        Locale.ROOT,
        "%d starts of each, %d rounds of a quarter of a second for each exchange; %d rounds were not"
            + " counted, because neighbours took more than 5 %% of the processors. JDK %s.%n%n",
        count,
        rounds,
        turns.stream().mapToInt(Turns::uncounted).sum(),
        System.getProperty("java.version"));
    System.out.println(row("", candidates.stream().map(Candidate::name)));
    System.out.println("|---|" + "--:|".repeat(candidates.size()));
    for (Exchanges exchange : Exchanges.values()) {
      String name = exchange.name().toLowerCase(Locale.ROOT);
      row(name + ", processor time to JSON (starts)", each -> ratio(exchange, each, json));
    }
    Candidate newest = candidates.get(candidates.size() - 1);
    for (Exchanges exchange : Exchanges.values()) {
      String name = exchange.name().toLowerCase(Locale.ROOT);
      row(name + ", " + newest.name() + " to this", each -> ratio(exchange, newest, each));
    }
    for (Exchanges exchange : Exchanges.values()) {
      String name = exchange.name().toLowerCase(Locale.ROOT);
      row(
          name + ", KB allocated a call",
          each -> number("%.1f", turns.stream().map(turn -> turn.kilobytes(exchange, each))));
    }
    row("classes at the first answer", each -> start("%.0f", each, StartCosts::classes));
    row(
        "after 20,000 calls, KB compiled",
        each -> start("%.0f", each, StartCosts::compiledKilobytes));
    row("after 20,000 calls, s of processor", each -> spread(each, StartCosts::cpuSeconds));
    row("cold start, s", each -> spread(each, StartCosts::coldSeconds));
    row("resident after load, MB", each -> number("%.0f", resident.get(each).stream()));
  }

  /** One figure of a candidate. */
  private interface Figure {
    double of(StartCosts costs);
  }

  /** What stands in the column of a candidate. */
  private interface Cell {
    String of(Candidate candidate);
  }

  private void row(String title, Cell cell) {
    System.out.println(row(title, candidates.stream().map(cell::of)));
  }

  private static String row(String title, Stream<String> cells) {
    return "| " + title + " | " + cells.collect(Collectors.joining(" | ")) + " |";
  }

  private String ratio(Exchanges exchange, Candidate candidate, Candidate to) {
    return spread(
        "%.2f",
        turns.stream()
            .filter(turn -> turn.has(exchange))
            .map(turn -> turn.ratio(exchange, candidate, to)));
  }

  private String start(String form, Candidate candidate, Figure figure) {
    return number(form, starts.get(candidate).stream().map(figure::of));
  }

  private String spread(Candidate candidate, Figure figure) {
    return spread("%.2f", starts.get(candidate).stream().map(figure::of));
  }

  /** The median. */
  private static String number(String form, Stream<Double> values) {
    return String.format(Locale.ROOT, form, Compare.median(values.toList()));
  }

  /** The median, the lowest and the highest value. */
  private static String spread(String form, Stream<Double> values) {
    List<Double> all = values.toList();
    if (all.isEmpty()) {
      return "not measured";
    }
    String range = form + " (" + form + "\u2013" + form + ")";
    return String.format(
        Locale.ROOT, range, Compare.median(all), Collections.min(all), Collections.max(all));
  }
}
