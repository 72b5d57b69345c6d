package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The harbor, called by its own consumer. */
class MenuTest {
  @TempDir private Path folder;

  @Test
  void callsTheHarborThroughTheTypedClient() throws Exception {
    String typed =
        """
        2


        three
        3
        3
        H-07
        12.35
        2027-07-02
        3
        1

        3
        9.80
        7
        """;
    try (BerthStore store = BerthStore.seeded();
        RunningHost host = SoapHost.onPort(0).serve("/berths", new BerthDesk(store)).start()) {
      String address = host.address("/berths").toString();
      Tool menu = Tool.fed(folder, typed, "menu", "--address", address, "--trace");
      assertThat(menu.err()).isEmpty();
      assertThat(menu.out())
          .contains(
              "That is not a whole number like 3.",
              "3 nights at 42.50, 12.75 more for the length: 140.25 EUR",
              "Refused: H-07 is taken; it is free from 2027-07-08.",
              "Arrival [2027-07-08]: ",
              "are free, the cheapest:",
              "There is no such choice.",
              "POST " + address,
              "<tns:total>140.25</tns:total>");
      assertThat(menu.exitCode()).isZero();
    }
  }

  @Test
  void saysWhatToTryWhereNobodyAnswers() throws Exception {
    Tool menu = Tool.fed(folder, "2\n\n\n\n0\n", "menu", "--address", "http://localhost:1/x");
    assertThat(menu.out()).contains("http://localhost:1/x").doesNotContain("Exception", "\tat ");
    assertThat(menu.exitCode()).isZero();
    Tool wrong = Tool.run(folder, "menu", "--address", "berths");
    assertThat(wrong.err()).startsWith("--address: \"berths\" names no host");
    assertThat(wrong.exitCode()).isEqualTo(2);
  }
}
