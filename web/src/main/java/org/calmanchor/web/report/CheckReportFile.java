package org.calmanchor.web.report;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.web.rendering.Templates;

/**
 * The report of a run of checks: one HTML file, which needs no server and can be printed.
 * Immutable.
 */
public final class CheckReportFile {
  private final String target;
  private final Instant at;
  private final List<Line> lines;

  /**
   * Creates a report.
   *
   * @param target what was checked, for people
   * @param at when
   * @param lines the checks in their order
   */
  public CheckReportFile(String target, Instant at, List<Line> lines) {
    this.target = target;
    this.at = at.truncatedTo(ChronoUnit.SECONDS);
    this.lines = List.copyOf(lines);
  }

  /**
   * A check that was run.
   *
   * @param file the file that it is in
   * @param result what came of it
   */
  public record Line(String file, CheckResult result) {
    /** How long its call took, in milliseconds. */
    public long millis() {
      return result.took().toMillis();
    }
  }

  /** The text of the file. */
  public String write() {
    return Templates.render("checkreport.jte", Map.of("report", this));
  }

  /** What was checked. */
  public String target() {
    return target;
  }

  /** When, in UTC. */
  public String at() {
    return at.toString().replace('T', ' ').replace("Z", " UTC");
  }

  /** The checks in their order. */
  public List<Line> lines() {
    return lines;
  }

  /** Those that failed. */
  public List<Line> failed() {
    return lines.stream().filter(line -> !line.result().isPassed()).toList();
  }

  /** How long all calls took together, in milliseconds. */
  public long millis() {
    return lines.stream()
        .map(line -> line.result().took())
        .reduce(Duration.ZERO, Duration::plus)
        .toMillis();
  }
}
