package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.testing.CurlLine;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The commands that come with the examples. */
class DemoCommandTest {
  private static final Path CHECKS =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/harbor/checks").toAbsolutePath();

  @TempDir private Path folder;

  @Test
  void demoServesTheHarborUntilItIsStopped() throws Exception {
    try (Tool.Running demo = new Tool.Running(folder, "demo", "--port", "0")) {
      String said = demo.until("Try ");
      CurlLine call = CurlLine.in(said);
      String address = call.address().toString();
      assertThat(said)
          .containsSubsequence(
              "The server is up. Ctrl-C stops it.\n",
              "  Index  " + address.replace("/berths", "/\n"),
              "    Page  " + address + "\n",
              "    WSDL  " + address + "?wsdl\n");
      assertThat(call.send()).contains("<tns:total>140.25</tns:total>");
      assertThat(demo.stop()).contains("Stopped.");
    }
  }

  @Test
  void theChecksOfTheHarborHoldAtARunningHost() throws Exception {
    try (Tool.Running demo = new Tool.Running(folder, "demo", "--port", "0")) {
      String index = demo.until("Try ").replaceAll("(?s).*Index  (http://localhost:\\d+)/.*", "$1");
      Tool tool =
          Tool.run(
              folder,
              "check",
              CHECKS.toString(),
              "--against",
              index + "/berths?wsdl",
              "--against",
              index + "/tides?wsdl",
              "--parallel",
              "4");
      assertThat(tool.out()).as(tool.err()).contains("All 20 checks passed");
      assertThat(tool.exitCode()).isZero();
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"demo", "menu"})
  void helpsWithEachCommand(String command) throws Exception {
    Tool tool = Tool.run(folder, command, "--help");
    assertThat(tool.out()).startsWith("Usage: calm-anchor " + command).contains("Example:  ");
    assertThat(tool.exitCode()).isZero();
    assertThat(Tool.run(folder, "--help").out()).contains("\n  " + command + " ");
  }
}
