package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import javax.xml.parsers.DocumentBuilderFactory;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Checks from the command line. */
class CheckCommandTest {
  @TempDir private Path folder;

  @BeforeEach
  void write() throws Exception {
    writeLocker(folder);
  }

  /** Writes a service and a file of checks. */
  static void writeLocker(Path folder) throws Exception {
    Sources.compile(
        folder,
        "Locker",
        """
        import org.calmanchor.annotations.*;

        @PortType(namespace = "urn:lanternquay:locker")
        public class Locker {
          private static int next = 100;

          @Operation public synchronized int rent(String boat) { return next++; }

          @Operation public String open(int locker) { return "open " + locker; }
        }
        """,
        "-parameters");
    Files.writeString(
        folder.resolve("checks.yaml"),
        """
        service: Locker
        checks:
          - check: What was rented can be opened
            tags: [happy]
            given: [{operation: rent, input: {boat: Patient Otter}}]
            operation: open
            input: {locker: !from rent/result}
            expect: {result: {result: !pattern 'open 1[0-9][0-9]'}}
          - check: Wrong on purpose
            tags: [sad]
            operation: open
            input: {locker: 7}
            expect: {result: {result: open 8}}
          - check: For another service
            service: Tides
            operation: open
            expect: accepted
        """);
  }

  @Test
  void hostsAClassAndShowsWhatDiffers() throws Exception {
    Path junit = folder.resolve("out.xml");
    Tool tool =
        Tool.run(
            folder,
            "check",
            "checks.yaml",
            "--against",
            "Locker",
            "--junit",
            junit.toString(),
            "--html",
            "out.html");
    assertThat(tool.err()).isEmpty();
    assertThat(tool.out().replaceAll("\\d+ ms", "N ms"))
        .isEqualTo(
            """
              ok      What was rented can be opened  (N ms)
              FAILED  Wrong on purpose
                      checks.yaml, operation open
                      result
                        expected  open 8
                        found     open 7

            1 of 2 checks failed in N ms.
            1 is for other services and was not run.
            """);
    assertThat(tool.exitCode()).isEqualTo(1);
    assertThat(Files.readString(folder.resolve("out.html")))
        .contains("1 of 2 checks failed.", "<td>open 8</td><td>open 7</td>");
    assertThat(
            DocumentBuilderFactory.newDefaultInstance()
                .newDocumentBuilder()
                .parse(junit.toFile())
                .getDocumentElement()
                .getAttribute("failures"))
        .isEqualTo("1");
  }

  @Test
  void keepsWhatCameAfterShowingIt() throws Exception {
    Tool tool = Tool.run(folder, "check", "checks.yaml", "--against", "Locker", "--keep");
    assertThat(tool.out()).contains("expected  open 8");
    assertThat(tool.err()).isEqualTo("Kept in checks.yaml: 1 expectation\n");
    assertThat(tool.exitCode()).isZero();
    assertThat(Files.readString(folder.resolve("checks.yaml")))
        .contains("input: {locker: 7}\n    expect: {result: {result: open 7}}\n");
    assertThat(Tool.run(folder, "check", "checks.yaml", "--against", "Locker").out())
        .contains("All 2 checks passed");
  }

  @Test
  void choosesByTagAndPrintsJson() throws Exception {
    Tool tool = Tool.run(folder, "check", ".", "--against", "Locker", "--tag", "happy", "--json");
    assertThat(tool.out())
        .contains("\"check\" : \"What was rented can be opened\"", "\"passed\" : true")
        .doesNotContain("Wrong on purpose");
    assertThat(tool.exitCode()).isZero();
  }
}
