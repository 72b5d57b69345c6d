package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Command lines of check that cannot be run. */
class CheckMistakesTest {
  @TempDir private static Path folder;

  @BeforeAll
  static void write() throws Exception {
    CheckCommandTest.writeLocker(folder);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "none.yaml --against Locker             | 2 | There is no file or folder none.yaml.",
        "checks.yaml --against Locker --tag no  | 2 | No check has that name or those tags.",
        "checks.yaml --against Locker --name For | 2 | No check is for Locker. The files have checks"
            + " for Tides.",
        "checks.yaml --against Locker --parallel 0 | 2 | --parallel: write a number from 1 to 100.",
        "checks.yaml                            | 2 | Missing required option: '--against",
        "Locker.java --against Locker           | 1 | Files that are no check files:"
      })
  void saysWhatIsWrong(String arguments, int exitCode, String said) throws Exception {
    String[] all = ("check " + arguments).split(" +", -1);
    Tool tool = Tool.run(folder, all);
    assertThat(tool.err()).startsWith(said);
    assertThat(tool.exitCode()).isEqualTo(exitCode);
  }
}
