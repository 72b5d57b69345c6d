package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The pilot office, played from the command line. */
class StandInCommandTest {
  private static final Path PILOTS =
      Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots")
          .toAbsolutePath();
  private static final Pattern ADDRESS = Pattern.compile("Index {2}(http://localhost:\\d+/)");

  @TempDir private Path folder;

  @Test
  void playsTheChecksAndSaysWhichOneAnswered() throws Exception {
    try (Tool.Running standIn =
        new Tool.Running(
            folder,
            "stand-in",
            PILOTS.resolve("pilots.wsdl").toString(),
            "--checks",
            PILOTS.resolve("checks").toString(),
            "--port",
            "0")) {
      Matcher address = ADDRESS.matcher(standIn.until("Index  "));
      assertThat(address.find()).isTrue();
      String wsdl = address.group(1) + "Pilots?wsdl";
      Tool refused =
          Tool.run(
              folder,
              "call",
              wsdl,
              "orderPilot",
              "--block",
              "reference=HP-77",
              "callSign=XX99",
              "direction=IN",
              "at=2027-06-11T14:30:00Z");
      assertThat(refused.err())
          .startsWith("Fault unknownShip (Server): No ship has that call sign.");
      assertThat(refused.exitCode()).isEqualTo(3);
      assertThat(standIn.until("  orderPilot  "))
          .endsWith("  orderPilot  check: Only what is named has to be asked\n");

      Tool sample = Tool.run(folder, "call", wsdl, "announce", "--fill");
      assertThat(sample.out()).isEqualTo("announced  2027-06-11 (date)\n");
      assertThat(standIn.until("  announce  "))
          .endsWith("  announce  sample, since no check fits\n");
    }
  }

  @Test
  void saysWhyChecksCannotBePlayed() throws Exception {
    Files.writeString(
        folder.resolve("a.yaml"),
        "check: a tug\noperation: orderTug\nexpect: {result: {}, compare: named}\n");
    Tool refused =
        Tool.run(folder, "stand-in", PILOTS.resolve("pilots.wsdl").toString(), "--checks", ".");
    assertThat(refused)
        .isEqualTo(
            new Tool(
                1,
                "",
                """
                Checks that cannot be played:
                  "a tug": the document has no operation "orderTug".
                """));
    Tool missing =
        Tool.run(
            folder, "stand-in", PILOTS.resolve("pilots.wsdl").toString(), "--checks", "nowhere");
    assertThat(missing.err()).isEqualTo("--checks: the folder nowhere cannot be read.\n");
  }
}
