package org.calmanchor.cli.check;

import java.io.PrintWriter;
import java.time.Duration;
import java.util.List;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.Difference;
import org.calmanchor.cli.terminal.Terminal;
import picocli.CommandLine.Help.Ansi;

/** What a person reads about a run of checks. */
record CheckReport(PrintWriter out, Ansi colours) {
  /** How many differences of a check are shown; the others follow from the first ones mostly. */
  private static final int MOST_DIFFERENCES = 5;

  private static final int LONGEST = 300;

  /**
   * Prints a line for a check that passed, and what differs for one that failed.
   *
   * @param result what came of the check
   */
  void print(SourcedCheck check, CheckResult result) {
    String name = Terminal.shown(check.check().name());
    if (result.isPassed()) {
      out.printf("  ok      %s  (%s)%n", name, millis(result.took()));
    } else {
      out.printf("  %s  %s%n", Terminal.bold(colours, "FAILED"), Terminal.bold(colours, name));
      out.printf("          %s, operation %s%n", check.file(), check.check().operation());
      List<Difference> differences = result.differences();
      differences.stream().limit(MOST_DIFFERENCES).forEach(this::print);
      if (differences.size() > MOST_DIFFERENCES) {
        out.printf("          and %d more differences%n", differences.size() - MOST_DIFFERENCES);
      }
    }
    out.flush();
  }

  private void print(Difference difference) {
    String path = difference.path().isEmpty() ? "the answer" : difference.path();
    out.printf("          %s%n", Terminal.shown(path));
    out.printf("            expected  %s%n", shown(difference.expected()));
    out.printf("            found     %s%n", shown(difference.found()));
  }

  private static String shown(String value) {
    String text = Terminal.shown(value);
    return text.length() > LONGEST ? text.substring(0, LONGEST) + " ..." : text;
  }

  /** Prints how many passed and failed. */
  void printSummary(List<CheckResult> results, int notRun) {
    long failed = results.stream().filter(result -> !result.isPassed()).count();
    Duration all = results.stream().map(CheckResult::took).reduce(Duration.ZERO, Duration::plus);
    out.println();
    String checks = results.size() == 1 ? "1 check" : results.size() + " checks";
    out.printf(
        "%s in %s.%n",
        failed > 0
            ? failed + " of " + checks + " failed"
            : results.size() == 1 ? "The check passed" : "All " + checks + " passed",
        millis(all));
    if (notRun > 0) {
      out.printf(
          "%s for other services and %s not run.%n",
          notRun == 1 ? "1 is" : notRun + " are", notRun == 1 ? "was" : "were");
    }
    out.flush();
  }

  private static String millis(Duration took) {
    return took.toMillis() + " ms";
  }
}
