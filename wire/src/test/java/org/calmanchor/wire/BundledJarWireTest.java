package org.calmanchor.wire;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.Test;

/** A runnable jar that is started as users start it. */
final class BundledJarWireTest extends WireSuite {
  private static final Pattern INDEX = Pattern.compile("Index\\s+(http://\\S+)/");

  private Path log;

  @Test
  void theLogHasTheCallsThatFailed() throws Exception {
    call("hoist flags kilo");
    call("dip vessel Quiet Comma");
    String line = "SignalMastService.dip from 127.0.0.1: fault after ";
    Await.until(line, () -> Files.readString(log).contains(line));
    assertThat(Files.readString(log)).doesNotContain(": result after ");
  }

  @Override
  Server start(Path folder) throws Exception {
    log = folder.resolve("signals.err");
    Path java = Path.of(System.getProperty("java.home"), "bin", "java");
    Process process =
        new ProcessBuilder(
                java.toString(),
                "-jar",
                Bundles.jar(folder).toString(),
                "--port=0",
                "--log-calls=faults")
            .redirectError(log.toFile())
            .start();
    BufferedReader out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    for (String line = out.readLine(); line != null; line = out.readLine()) {
      Matcher index = INDEX.matcher(line);
      if (index.find()) {
        return new Server(
            URI.create(index.group(1)),
            () -> {
              process.destroy();
              process.waitFor();
            });
      }
    }
    throw new IllegalStateException("the jar did not start");
  }
}
