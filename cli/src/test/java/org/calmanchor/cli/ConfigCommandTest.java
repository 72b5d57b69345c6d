package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Settings in a file, the environment and options. */
final class ConfigCommandTest {
  private static final String DESK =
      """
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:%1$s") public class %1$s {
        @Operation public int free() { return 3; }
        @Operation public int taken() { return 4; }
      }
      """;

  @TempDir private static Path folder;

  @Test
  void showsEachValueWithItsSource() throws Exception {
    Path file = Files.writeString(folder.resolve("a.yaml"), "port: 9000\nlimits: {depth: 9}\n");
    Tool given = Tool.run(folder, "config", "--given", "--config", "a.yaml", "--port", "1");
    assertThat(given)
        .isEqualTo(
            new Tool(
                0,
                """
                port            1     --port
                keep-exchanges  true  default of this command
                limits.depth    9     a.yaml:2
                """,
                ""));
    assertThat(Tool.run(folder, "config", "--json", "--no-lenient").out())
        .contains("\"port\" : {\n    \"value\" : \"8080\",\n    \"source\" : \"default\"\n  }")
        .contains("\"lenient\" : {\n    \"value\" : \"false\",\n    \"source\" : \"--lenient\"")
        .contains("\"unlisted\" : {\n    \"value\" : [ ],");
    assertThat(Tool.run(folder, "config", "--check", file.toString()).out())
        .isEqualTo(file + ": no problem; 2 settings.\n");
  }

  @Test
  void checksTheFilesThatAFileNames() throws Exception {
    Files.writeString(folder.resolve("callers.yaml"), "callers:\n  ines: {password: gull}\n");
    Path file = Files.writeString(folder.resolve("b.yaml"), "port: 1\ncallers: callers.yaml\n");
    Tool wrong = Tool.run(folder, "config", "--check", file.toString());
    assertThat(wrong.err())
        .startsWith(
            file
                + ":2: callers: "
                + folder.resolve("callers.yaml")
                + ":2: the password of ines is no hash");
    assertThat(wrong.exitCode()).isEqualTo(2);
    Files.writeString(file, "bind: 203.0.113.7.1\ntrusted-proxies: [proxy.test]\n");
    assertThat(Tool.run(folder, "config", "--check", file.toString()).err())
        .startsWith(file + ":2: trusted-proxies: \"proxy.test\" is not an address;");
  }

  @Test
  void theSchemaForEditorsIsPublished() throws Exception {
    assertThat(Tool.run(folder, "config", "--schema").out())
        .isEqualTo(Files.readString(Path.of("../docs/calm-anchor.schema.json")));
  }

  @Test
  void servesWhatTheFileSays() throws Exception {
    Path project = Files.createDirectories(folder.resolve("project"));
    Sources.compile(project, "Desk", DESK.formatted("Desk"));
    Sources.compile(project, "Tides", DESK.formatted("Tides"));
    Files.writeString(
        project.resolve("calm-anchor.yaml"),
        """
        port: 70
        services:
          /all: [Desk, Tides]
          /desk: Desk
        unlisted: /all
        switch-off: [/desk#free]
        public-url: https://harbor.example
        """);
    Map<String, String> environment =
        Map.of("CALM_ANCHOR_PORT", "0", "CALM_ANCHOR_PUBLIC_URL", "https://lanternquay.example");
    try (Tool.Running serve =
        new Tool.Running(
            project, environment, "serve", "--classpath", ".", "--test-page", "everybody")) {
      String said = serve.until("/desk?wsdl");
      String index = said.replaceFirst("(?s).*Index  (\\S+).*", "$1");
      assertThat(get(index)).contains("/desk").doesNotContain("/all");
      assertThat(get(index + "desk?wsdl"))
          .contains("location=\"https://lanternquay.example/desk\"");
      assertThat(call(index + "desk", "Desk", "free")).contains("free is switched off");
      assertThat(call(index + "all", "Tides", "taken")).contains("<tns:result>4</tns:result>");
    }
  }

  private static String get(String address) throws Exception {
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(URI.create(address)).build(), BodyHandlers.ofString())
        .body();
  }

  private static String call(String address, String service, String operation) throws Exception {
    String message = Envelopes.call("urn:lanternquay:" + service, operation, "");
    return HttpClient.newHttpClient()
        .send(
            HttpRequest.newBuilder(URI.create(address))
                .header("Content-Type", "text/xml")
                .POST(HttpRequest.BodyPublishers.ofString(message))
                .build(),
            BodyHandlers.ofString())
        .body();
  }
}
