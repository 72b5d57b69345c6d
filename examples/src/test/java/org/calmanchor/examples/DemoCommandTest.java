package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The commands that come with the examples. */
class DemoCommandTest {
  private static final Pattern CALL = Pattern.compile("curl -s (\\S+) -H '(.*?): (.*?)' -d '(.*)'");
  private static final Path CHECKS =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/harbor/checks").toAbsolutePath();

  @TempDir private Path folder;

  @Test
  void demoServesTheHarborUntilItIsStopped() throws Exception {
    try (Tool.Running demo = new Tool.Running(folder, "demo", "--port", "0")) {
      String said = demo.until("Try ");
      Matcher call = CALL.matcher(said);
      assertThat(call.find()).isTrue();
      String address = call.group(1);
      assertThat(said)
          .containsSubsequence(
              "The server is up. Ctrl-C stops it.\n",
              "  Index  " + address.replace("/berths", "/\n"),
              "    Page  " + address + "\n",
              "    WSDL  " + address + "?wsdl\n");
      assertThat(sent(call)).contains("<tns:total>140.25</tns:total>");
      assertThat(demo.stop()).contains("Stopped.");
    }
  }

  /** Does what the curl line says. */
  private static String sent(Matcher call) throws IOException, InterruptedException {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(call.group(1)))
            .header(call.group(2), call.group(3))
            .POST(BodyPublishers.ofString(call.group(4).replace("'\\''", "'")))
            .build();
    HttpResponse<String> response =
        HttpClient.newHttpClient().send(request, BodyHandlers.ofString());
    return response.body();
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
