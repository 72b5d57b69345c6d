package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.calmanchor.maven.Build.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A project with one service, with all goals in its build. */
class OneServiceIT {
  @TempDir private Path folder;

  @Test
  void aBuildWritesTheDocumentsAndRunsTheChecks() throws Exception {
    Build build = Build.of("berths", folder);
    build.edit("src/test/checks/quotes.yaml", "127.50", "12.75");
    Outcome failed = build.run("integration-test");
    assertThat(failed.isSuccess()).as(failed.log()).isFalse();
    assertThat(failed.log())
        .contains("Wrote target/calm-anchor/wsdl/BerthDesk.wsdl")
        .contains("harbor.BerthDesk: conforms to Basic Profile 1.1")
        .contains("FAILED  three nights")
        .contains("expected  12.75")
        .contains("found     127.50")
        .contains("The checks did not pass; see above.")
        .doesNotContain("jetty");
    assertThat(build.text("target/calm-anchor/wsdl/BerthDesk.wsdl"))
        .contains("location=\"https://lanternquay.test/BerthDesk\"")
        .contains("What a stay costs.");
    assertThat(build.text("target/calm-anchor/checks.xml")).contains("tests=\"1\" failures=\"1\"");
    assertThat(build.has("target/calm-anchor/checks.html")).isTrue();

    build.edit("src/test/checks/quotes.yaml", "12.75", "127.50");
    Outcome accepted = build.run("verify", "-Dcalm.anchor.accept");
    assertThat(accepted.isSuccess()).as(accepted.log()).isTrue();
    assertThat(accepted.log())
        .contains("ok      three nights")
        .contains("Wrote target/calm-anchor/handbook/BerthDesk.html.")
        .contains("Wrote src/main/contract/BerthDesk.wsdl. Commit it.")
        .contains("  target/calm-anchor/berths.jar  ")
        .contains("  hosts /BerthDesk  harbor.BerthDesk")
        .contains("Start it:          java -jar target/calm-anchor/berths.jar");
    assertThat(said("java", "-jar", "target/calm-anchor/berths.jar", "config"))
        .isEqualTo(
            """
            services: /BerthDesk=harbor.BerthDesk  (in the bundle)
            test-page: nobody  (in the bundle)
            """);
  }

  private String said(String... command) throws Exception {
    Process process = new ProcessBuilder(command).directory(folder.toFile()).start();
    return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
  }
}
