package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.testing.Sources;

/** A project that is bundled, and runs without this one. */
final class BundledGate {
  static final String SOURCE =
      """
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:gate")
      public class Gate {
        @Operation public String open(@Element(name = "boat") String boat) {
          return "open for " + boat;
        }
        @Operation public int count() { return 3; }
      }
      """;
  private static final String MESSAGE =
      Envelopes.call("urn:lanternquay:gate", "open", "<boat>Quiet Comma</boat>");

  private BundledGate() {}

  /** Makes the project. */
  static void project(Path folder) throws Exception {
    Sources.compile(Files.createDirectories(folder.resolve("target/classes")), "Gate", SOURCE);
    Files.delete(folder.resolve("target/classes/Gate.java"));
    Files.writeString(
        folder.resolve("calm-anchor.yaml"),
        "port: 0\nservices: {/gate: Gate}\nswitch-off: '/gate#count'\n");
  }

  /** Starts a bundle, calls it, ends it; what it said. */
  static String calls(Path folder, List<String> command) throws Exception {
    ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
    builder.environment().put("XDG_CACHE_HOME", folder.resolve("cache").toString());
    builder.environment().put("CALM_ANCHOR_STOP_TIME", "5s");
    builder.environment().put("CALM_ANCHOR_HEALTH_PORT", "0");
    builder.directory(Files.createDirectories(folder.resolve("elsewhere")).toFile());
    Process process = builder.start();
    StringBuilder said = new StringBuilder();
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
      URI ready = URI.create("");
      String line = lines.readLine();
      while (line != null) {
        said.append(line).append('\n');
        if (line.startsWith("  Ready  ")) {
          ready = URI.create(line.substring(9));
        }
        if (line.endsWith("/gate?wsdl")) {
          URI address = URI.create(line.replaceFirst(".*(http://\\S+)\\?wsdl", "$1"));
          assertThat(answer(HttpRequest.newBuilder(ready.resolve("/health/info")).build()))
              .contains("\"version\":\"1.4.2\"", "\"calmAnchor\":\"");
          assertThat(answer(HttpRequest.newBuilder(address).build()))
              .contains("Gate is up", "The test page is switched off.");
          assertThat(
                  answer(
                      HttpRequest.newBuilder(address)
                          .header("Content-Type", "text/xml")
                          .POST(BodyPublishers.ofString(MESSAGE))
                          .build()))
              .contains("<tns:result>open for Quiet Comma</tns:result>");
          process.toHandle().destroy();
        }
        line = lines.readLine();
      }
    }
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    return said.toString();
  }

  private static String answer(HttpRequest request) throws Exception {
    return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
  }
}
