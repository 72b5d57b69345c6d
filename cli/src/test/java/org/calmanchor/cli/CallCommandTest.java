package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Calls from the terminal. */
class CallCommandTest {
  @TempDir private static Path folder;
  private static BerthStore store;
  private static RunningHost host;

  @BeforeAll
  static void start() {
    store = BerthStore.seeded();
    host = SoapHost.onPort(0).serve("/berths", new BerthDesk(store)).start();
  }

  @AfterAll
  static void stop() {
    host.close();
    store.close();
  }

  private Tool call(String... arguments) throws Exception {
    List<String> all = new ArrayList<>(List.of("call", host.address("/berths") + "?wsdl"));
    all.addAll(List.of(arguments));
    return Tool.run(folder, all.toArray(String[]::new));
  }

  @Test
  void printsTheResultAsAlignedLines() throws Exception {
    Tool tool = call("quoteStay", "boatLength=12.35", "arrival=2027-06-11", "nights=3");
    assertThat(tool)
        .isEqualTo(
            new Tool(
                0,
                """
                result             (Quote)
                  nights           3 (int)
                  nightlyRate      42.50 (decimal)
                  lengthSurcharge  12.75 (decimal)
                  total            140.25 (decimal)
                """,
                ""));
  }

  @Test
  void takesTheContractOfAClassAndValuesOfAFile() throws Exception {
    Files.writeString(
        folder.resolve("stay.yaml"), "boatLength: 12.35\narrival: 2027-06-11\nnights: 2\n");
    Tool tool =
        Tool.run(
            folder,
            "call",
            CommandLineTest.DESK,
            "quoteStay",
            "nights=3",
            "--input",
            "stay.yaml",
            "--address",
            host.address("/berths").toString(),
            "--soap",
            "1.2",
            "--json");
    assertThat(tool.err()).isEmpty();
    assertThat(tool.out()).contains("\"result\" : {").contains("\"total\" : \"140.25\"");
  }

  @Test
  void readsValuesFromStandardInputAndSendsFiles() throws Exception {
    Files.writeString(folder.resolve("survey.txt"), "sound hull");
    String address = host.address("/berths") + "?wsdl";
    Tool attached =
        Tool.fed(
            folder,
            "{\"number\": 999999}",
            "call",
            address,
            "attachSurvey",
            "survey=@survey.txt",
            "--input",
            "-",
            "--fill",
            "--show",
            "exchange");
    assertThat(attached.out()).contains(">c291bmQgaHVsbA==<").contains(">999999<");
  }

  @Test
  void printsAFaultToStandardErrorAndExitsWithThree() throws Exception {
    Tool tool = call("quoteStay", "boatLength=99", "arrival=2027-06-11", "nights=3");
    assertThat(tool)
        .isEqualTo(
            new Tool(
                3,
                "",
                """
                Fault BoatDoesNotFit (Client): No berth is 99 m long.
                  limits     (Limits)
                    length   16.00 (decimal)
                    draught  2.60 (decimal)
                """));
    Tool sentAsIs =
        call("quoteStay", "boatLength=9", "arrival=2027-06-11", "nights=drei", "--as-is", "--raw");
    assertThat(sentAsIs.exitCode()).isEqualTo(3);
    assertThat(sentAsIs.err()).contains(":Fault>").contains("drei");
  }

  @Test
  void saysWhatIsMissingOrNotAllowedBeforeItSends() throws Exception {
    Tool missing = call("quoteStay", "boatLength=9");
    assertThat(missing.exitCode()).isEqualTo(2);
    assertThat(missing.err())
        .isEqualTo(
            """
            arrival is missing: date, for example arrival=2027-06-11
            nights is missing: int, for example nights=1
            Add --fill for sample values, or --as-is to send it without.
            """);
    Tool wrong = call("quoteStay", "boatLength=9", "arrival=2027-06-11", "nights=drei");
    assertThat(wrong.err())
        .isEqualTo(
            """
            quoteStay/nights is "drei"; expected a whole number.
            Add --as-is to send it nevertheless.
            """);
  }

  @Test
  void showsTheExchangeWithSecretsMasked() throws Exception {
    Files.writeString(folder.resolve("secret"), "Authorization: Bearer letmein\n\nX-Berth: H-07\n");
    Tool tool =
        call(
            "lastPosition",
            "boat=Quiet Comma",
            "--fill",
            "--header",
            "@secret",
            "--show",
            "exchange");
    assertThat(tool.out())
        .startsWith("POST " + host.address("/berths"))
        .contains("X-Berth: H-07", "Authorization: ", ">Quiet Comma<")
        .doesNotContain("letmein");
  }
}
