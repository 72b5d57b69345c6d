package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is bundled runs without this project. */
final class BundleCommandTest {
  @TempDir private Path folder;

  @BeforeEach
  void project() throws Exception {
    BundledGate.project(folder);
  }

  private static String java() {
    return Path.of(System.getProperty("java.home"), "bin", "java").toString();
  }

  @Test
  void aJarRunsAnywhere() throws Exception {
    Tool made = Tool.run(folder, "bundle", "--jar", "gate.jar", "--release", "1.4.2");
    assertThat(made.err()).isEmpty();
    assertThat(made.out())
        .containsPattern("  gate.jar  \\d+ kB\n")
        .contains("  hosts /gate  Gate\n", "java -jar gate.jar\n", "=gate.jsa -jar gate.jar (");
    String jar = folder.resolve("gate.jar").toString();
    assertThat(BundledGate.calls(folder, List.of(java(), "-jar", jar)))
        .startsWith("The server is up.\n  Index  http://localhost:")
        .endsWith("Stopped.\n");

    String archive = "-XX:SharedArchiveFile=" + folder.resolve("gate.jsa");
    Process first = new ProcessBuilder(java(), archive, "-jar", jar).start();
    try {
      Await.until("the archive is there", () -> Files.exists(folder.resolve("gate.jsa")));
    } finally {
      first.destroy();
    }
    assertThat(output(java(), "-Xshare:on", archive, "-jar", jar, "config"))
        .as("what a JVM says that uses the archive")
        .startsWith("services: /gate=Gate ");

    Files.createDirectories(folder.resolve("srv"));
    Tool published = Tool.run(folder, "bundle", "--war", "gate.war", "--publish", "srv");
    assertThat(published.out())
        .containsPattern("  gate.war  \\d+ kB\n  srv.gate.war  \\d+ kB\n")
        .contains("/gate/health/ready\n");
    assertThat(folder.resolve("srv/gate.war")).hasSameBinaryContentAs(folder.resolve("gate.war"));

    Tool again = Tool.run(folder, "bundle", "--jar", "gate.jar");
    assertThat(again)
        .isEqualTo(new Tool(2, "", "gate.jar is there already. Replace it with --force.\n"));
    assertThat(output(java(), "-jar", jar, "config", "--port=1"))
        .contains("port: 1  (--port)\n", "switch-off: /gate#count  (calm-anchor.yaml:3)\n");
    assertThat(output(java(), "-jar", jar, "--services=Gat"))
        .isEqualTo("--services: there is no class Gat in this bundle.\n");
  }

  private static String output(String... command) throws Exception {
    Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
    return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
  }

  @Test
  void aBrokenContractIsNotBundled() throws Exception {
    Sources.compile(
        folder.resolve("target/classes"),
        "Gate",
        BundledGate.SOURCE.replace("int count() { return 3; }", "Thread count() { return null; }"));
    for (Map.Entry<List<String>, String> each :
        Map.of(
                List.of("--jar", "gate.jar"), "Gate has a contract problem:\nCALM-201 ",
                List.<String>of(), "Say what to make: --jar FILE, --folder FOLDER or --war FILE.",
                List.of("--war", "gate.jar"), "--war: containers take only files whose names end",
                List.of("--jar", "no/gate.jar"), "There is no folder ",
                List.of("--jar", "a.jar", "--config", "no.yaml"), "no.yaml: there is no such file.",
                List.of("--jar", "a.jar", "--classpath", "."),
                    "--classpath: this folder itself may have more than classes.",
                List.of("--jar", "a.jar", "Gat"), "There is no class Gat on the class path ")
            .entrySet()) {
      List<String> arguments = new ArrayList<>(List.of("bundle"));
      arguments.addAll(each.getKey());
      Tool tool = Tool.run(folder, arguments.toArray(String[]::new));
      assertThat(tool.err()).startsWith(each.getValue());
      assertThat(tool.exitCode()).isNotZero();
    }
    assertThat(folder.resolve("gate.jar")).doesNotExist();
  }
}
