package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.examples.steps.Asynchronous;
import org.calmanchor.examples.steps.DataTypes;
import org.calmanchor.examples.steps.Faults;
import org.calmanchor.examples.steps.Headers;
import org.calmanchor.examples.steps.Lists;
import org.calmanchor.examples.steps.Names;
import org.calmanchor.examples.steps.OldTariffProgram;
import org.calmanchor.examples.steps.Smallest;
import org.calmanchor.examples.steps.TypedClientProgram;
import org.calmanchor.junit.HostedServices;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The small examples of docs/examples.md; itself one of them: checks in JUnit. */
class StepsTest {
  @RegisterExtension
  private static final HostedServices STEPS =
      HostedServices.serving("/smallest", Smallest::new)
          .and("/names", Names::new)
          .and("/types", DataTypes::new)
          .and("/faults", Faults::new)
          .and("/headers", Headers::new)
          .and("/lists", Lists::new)
          .and("/later", Asynchronous::new)
          .and("/berths", () -> new BerthDesk(BerthStore.seeded()));

  @TestFactory
  Stream<DynamicNode> checks() {
    return STEPS.checks(Path.of("checks"));
  }

  @Test
  void programsPrintTheirAnswers() throws Exception {
    assertThat(said(program(OldTariffProgram.class))).contains("result=4200");
    assertThat(said(program(TypedClientProgram.class)))
        .contains("first  true", "second false", "<soap:Envelope");
  }

  @ParameterizedTest
  @CsvSource({"sh, quote.sh", "python3, quote.py", "node, quote.mjs"})
  void otherLanguagesCallTheDemo(String program, String script) throws Exception {
    assumeTrue(isInstalled(program), program + " is not installed");
    String address = STEPS.address("/berths").toString();
    assertThat(said(List.of(program, Path.of("other", script).toString(), address)))
        .contains("140.25");
  }

  @Test
  void eachExampleIsDocumented() throws IOException {
    String text = Files.readString(Path.of("..", "docs", "examples.md"));
    for (String folder : List.of("src/main/java/org/calmanchor/examples/steps", "other")) {
      try (Stream<Path> files = Files.list(Path.of(folder))) {
        files
            .map(file -> file.getFileName().toString())
            .filter(name -> !name.startsWith("package-info"))
            .forEach(name -> assertThat(text).contains(name.replace(".java", "")));
      }
    }
  }

  private static List<String> program(Class<?> type) {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    return List.of(java, "-cp", System.getProperty("java.class.path"), type.getName());
  }

  private static boolean isInstalled(String program) {
    return Arrays.stream(System.getenv("PATH").split(":", -1))
        .anyMatch(folder -> Files.isExecutable(Path.of(folder, program)));
  }

  private static String said(List<String> command) throws Exception {
    Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
    String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(process.exitValue()).as(text).isZero();
    return text;
  }
}
