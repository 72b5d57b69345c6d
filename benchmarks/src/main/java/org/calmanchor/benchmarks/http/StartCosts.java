package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What one start of a candidate costs.
 *
 * @param coldSeconds from the start of the process to the first answer
 * @param classes how many classes were loaded at the first answer
 * @param cpuSeconds the processor time of all threads, the compiler's too, after 20,000 small calls
 *     on one connection
 * @param compiledKilobytes the bytecode that was compiled until then
 */
record StartCosts(double coldSeconds, int classes, double cpuSeconds, double compiledKilobytes) {
  private static final int CALLS = 20_000;
  private static final double TICKS_A_SECOND = 100;
  private static final int USER_TICKS = 11;
  private static final Pattern COMPILED =
      Pattern.compile("Total compiled bytecodes\\s*:\\s*(\\d+) bytes");

  private static final int MOST_TRIES = 5;

  /**
   * Starts a candidate and ends it again, if possible in a moment in which neighbours are quiet.
   */
  static StartCosts of(Candidate candidate) throws Exception {
    Steal steal = Steal.fromNow();
    StartCosts costs = once(candidate);
    for (int i = 1; i < MOST_TRIES && steal.share() > Steal.MOST; i++) {
      Thread.sleep(Steal.PAUSE_MILLIS);
      steal.share();
      costs = once(candidate);
    }
    return costs;
  }

  private static StartCosts once(Candidate candidate) throws Exception {
    long begun = System.nanoTime();
    try (Server server = candidate.start(List.of("-XX:+CITime"))) {
      Load load = candidate.load(server, Exchanges.SMALL);
      load.once();
      double cold = (System.nanoTime() - begun) / 1e9;
      int classes = classes(server);
      load.times(CALLS);
      double cpu = cpuSeconds(server);
      Matcher compiled = COMPILED.matcher(server.end());
      if (!compiled.find()) {
        throw new IOException("the JVM did not say what it had compiled");
      }
      return new StartCosts(cold, classes, cpu, Long.parseLong(compiled.group(1)) / 1024.0);
    }
  }

  /** Reads it from the counters that the JVM keeps in a file, without doing anything in it. */
  private static int classes(Server server) throws IOException {
    Path jstat = Path.of(System.getProperty("java.home"), "bin", "jstat");
    Process process =
        new ProcessBuilder(jstat.toString(), "-class", Long.toString(server.pid())).start();
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    return Integer.parseInt(said.lines().skip(1).findFirst().orElse("").strip().split(" +", 2)[0]);
  }

  private static double cpuSeconds(Server server) throws IOException {
    String stat = Files.readString(Path.of("/proc", Long.toString(server.pid()), "stat"));
    // The name of the program is in parentheses, and may have blanks.
    String[] fields = stat.substring(stat.lastIndexOf(')') + 2).split(" ", -1);
    return (Long.parseLong(fields[USER_TICKS]) + Long.parseLong(fields[USER_TICKS + 1]))
        / TICKS_A_SECOND;
  }
}
