package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The command {@code sample}. */
class SampleCommandTest {
  @TempDir private static Path folder;

  @Test
  void printsSampleMessages() throws Exception {
    String partner =
        Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots/pilots.wsdl")
            .toAbsolutePath()
            .toString();
    assertThat(Tool.run(folder, "sample", CommandLineTest.DESK, "reserve").out())
        .startsWith("<soap:Envelope xmlns:soap=\"" + Envelopes.SOAP_11 + "\">")
        .contains("<tns:berth>K-03</tns:berth>");
    assertThat(
            Tool.run(
                    folder,
                    "sample",
                    CommandLineTest.DESK,
                    "reserve",
                    "--response",
                    "--soap",
                    "1.2")
                .out())
        .contains(Envelopes.SOAP_12, "<tns:reserveResponse");
    assertThat(Tool.run(folder, "sample", partner, "orderPilot", "--fault", "noPilot").out())
        .contains("<faultstring xml:lang=\"en\">noPilot</faultstring>", "<tns:earliest>");
    assertThat(Tool.run(folder, "sample", partner).out())
        .contains("<!-- announce -->", "<!-- draughtAt -->", "soap-envelope");
    Tool written = Tool.run(folder, "sample", partner, "--out", "samples");
    assertThat(written.out()).isEqualTo("Wrote 9 messages to samples.\n");
    assertThat(folder.resolve("samples/draughtAt.response.xml")).content().contains("<draught>");
    assertThat(Tool.run(folder, "sample", partner, "--out", "samples").err())
        .endsWith(" is there already. Overwrite it with --force.\n");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "resrve | There is no operation \"resrve\". Did you mean \"reserve\"?",
        "reserve --fault Taken | Operation reserve has no fault \"Taken\"; it has BerthTaken,"
            + " BoatDoesNotFit, StayNotPossible.",
        "reserve --soap 2 | --soap: operation reserve speaks SOAP 1.1 and SOAP 1.2, not \"SOAP 2\".",
        "--response | --response and --fault need the name of an operation.",
        "reportPosition --response | Operation reportPosition is one-way: no response.",
      })
  void saysWhatCannotBeSampled(String arguments, String said) throws Exception {
    List<String> all = new ArrayList<>(List.of("sample", CommandLineTest.DESK));
    all.addAll(List.of(arguments.split(" ", -1)));
    Tool tool = Tool.run(folder, all.toArray(new String[0]));
    assertThat(tool.err()).isEqualTo(said + "\n");
    assertThat(tool.exitCode()).isEqualTo(2);
  }
}
