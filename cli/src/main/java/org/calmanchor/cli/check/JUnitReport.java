package org.calmanchor.cli.check;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.Difference;
import org.calmanchor.cli.terminal.Terminal;

/** The results of a run as the XML that build servers read: a test for each check. */
final class JUnitReport {
  private JUnitReport() {}

  static byte[] of(List<SourcedCheck> checks, List<CheckResult> results) {
    long failed = results.stream().filter(result -> !result.isPassed()).count();
    StringBuilder xml = new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
    xml.append("<testsuite name=\"calm-anchor check\" tests=\"").append(results.size());
    xml.append("\" failures=\"").append(failed).append("\" errors=\"0\" skipped=\"0\" time=\"");
    Duration all = results.stream().map(CheckResult::took).reduce(Duration.ZERO, Duration::plus);
    xml.append(seconds(all)).append("\">\n");
    for (int i = 0; i < results.size(); i++) {
      append(checks.get(i), results.get(i), xml);
    }
    return xml.append("</testsuite>\n").toString().getBytes(StandardCharsets.UTF_8);
  }

  private static void append(SourcedCheck check, CheckResult result, StringBuilder xml) {
    xml.append("  <testcase classname=\"").append(escaped(check.file().toString()));
    xml.append("\" name=\"").append(escaped(check.check().name()));
    xml.append("\" time=\"").append(seconds(result.took())).append("\"");
    if (result.isPassed()) {
      xml.append("/>\n");
      return;
    }
    String all =
        result.differences().stream().map(Difference::toString).collect(Collectors.joining("\n"));
    xml.append(">\n    <failure message=\"");
    xml.append(escaped(result.differences().get(0).toString())).append("\">");
    xml.append(escaped(all)).append("</failure>\n  </testcase>\n");
  }

  private static String seconds(Duration took) {
    return String.format(Locale.ROOT, "%.3f", took.toNanos() / 1e9);
  }

  /** The text without characters that XML cannot hold, and with references for its own. */
  private static String escaped(String text) {
    return text.lines()
        .map(Terminal::shown)
        .collect(Collectors.joining("\n"))
        .replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;")
        .replaceAll("[\\uFFFE\\uFFFF]|[\\uD800-\\uDBFF](?![\\uDC00-\\uDFFF])", "?");
  }
}
