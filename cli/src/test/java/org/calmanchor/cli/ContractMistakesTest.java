package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Wrong usage of the commands for any contract. */
class ContractMistakesTest {
  @TempDir static Path folder;

  @BeforeAll
  static void compile() throws IOException {
    Files.createDirectories(folder.resolve("deep"));
    Sources.compile(
        folder,
        "Desk",
        """
        package deep;
        import org.calmanchor.annotations.*;
        @PortType(namespace = "urn:lanternquay:deep")
        public class Desk {
          @Operation public void ring() {}
        }
        """);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "call deep.Desk ring --classpath .|2|The contract does not say where ring is: add --address URL.",
        "call deep.Desk ring x --classpath .|2|\"x\" is no value: write a name, = and a value",
        "call deep.Desk rign --classpath .|2|There is no operation \"rign\". Did you mean \"ring\"?",
        "call deep.Desk ring --classpath . --address http://x.test/ --header x|2|--header: write a name",
        "call deep.Desk ring --classpath . --address http://x.test/ --header Host:x|2|\"Host\" cannot be set",
        "call deep.Desk ring --classpath . --address http://x.test/ --proxy x|2|--proxy: write a host",
        "call deep.Desk ring --classpath . --address http://x.test/ --ca none|2|--ca: none",
        "call deep.Desk ring --classpath . --address http://x.test/ --timeout soon|2|--timeout is a time",
        "call deep.Desk ring --classpath . --json --raw|2|are mutually exclusive",
        "describe deep.Desk --classpath . --against x|2|--against belongs to --html",
        "describe deep.Desk ring --classpath . --html x|2|--html writes about all operations",
        "diff deep.Desk|2|Missing required parameter: "
      })
  void explainsWhatIsWrong(String line, int exitCode, String words) throws Exception {
    Tool tool = Tool.run(folder, line.split(" ", -1));
    assertThat(tool.err()).contains(words).doesNotContain("\tat ", "Exception");
    assertThat(tool.exitCode()).isEqualTo(exitCode);
  }
}
