package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The commands that say who may call. */
class CallersCommandTest {
  private static final String OFFICE =
      """
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:office", callers = "clerk")
      public class Office {
        @Operation(callers = Role.ANYONE) public String hours() { return "8 to 17"; }
        @Operation public String closeBerth(String code) { return code + " is closed"; }
      }
      """;

  @TempDir private Path folder;

  @BeforeEach
  void compile() throws Exception {
    Sources.compile(folder, "Office", OFFICE, "-parameters");
  }

  private Tool add(String name, String password, String... more) throws Exception {
    String[] all = new String[more.length + 3];
    all[0] = "callers";
    all[1] = "add";
    all[2] = name;
    System.arraycopy(more, 0, all, 3, more.length);
    return Tool.fed(folder, password + "\n", all);
  }

  @Test
  void editsTheFileAndNeverShowsAPassword() throws Exception {
    assertThat(add("ines-tallow", "gull and heron", "--roles", "clerk,lister"))
        .isEqualTo(new Tool(0, "ines-tallow is in callers.yaml: clerk, lister.\n", ""));
    assertThat(add("saltmere-bridge", "a long password").exitCode()).isZero();
    assertThat(Tool.run(folder, "callers", "list").out())
        .isEqualTo("ines-tallow      clerk, lister\nsaltmere-bridge  (no role)\n");
    assertThat(Tool.run(folder, "callers", "roles", "saltmere-bridge", "lister").out())
        .isEqualTo("saltmere-bridge has lister now.\n");
    assertThat(Tool.run(folder, "callers", "remove", "ines-tallow").exitCode()).isZero();
    assertThat(Tool.run(folder, "callers", "list", "--json").out())
        .contains("\"saltmere-bridge\"", "\"lister\"")
        .doesNotContain("ines-tallow", "argon2");
    assertThat(Files.readString(folder.resolve("callers.yaml"))).doesNotContain("long password");
  }

  @Test
  void explainsWhatIsWrong() throws Exception {
    assertThat(add("ines-tallow", "gull"))
        .isEqualTo(new Tool(2, "", "The password is too short: it needs 8 characters or more.\n"));
    assertThat(add("ines:tallow", "gull and heron").err())
        .isEqualTo("A name has no colon and no control characters.\n");
    assertThat(add("ines-tallow", "gull and heron", "--roles", "anyone").err())
        .startsWith("\"anyone\" cannot be a role;");
    assertThat(Tool.run(folder, "callers", "remove", "ines-tallow").err())
        .isEqualTo(
            "callers.yaml: cannot be read. Make it with: calm-anchor callers add NAME --file"
                + " callers.yaml\n");
    Tool open = Tool.run(folder, "serve", "Office", "--classpath", ".", "--port", "0");
    assertThat(open.exitCode()).isEqualTo(1);
    assertThat(open.err())
        .isEqualTo(
            "Operation closeBerth of Office is for certain callers (clerk). Name the file that"
                + " knows them: --callers FILE. To make one: calm-anchor callers add NAME.\n");
  }

  @Test
  void servesWhoMayCallAndCallsAsSomebody() throws Exception {
    add("ines-tallow", "gull and heron", "--roles", "clerk");
    add("saltmere-bridge", "gull and heron");
    try (Tool.Running serving =
        new Tool.Running(
            folder,
            "serve",
            "Office",
            "--classpath",
            ".",
            "--port",
            "0",
            "--callers",
            "callers.yaml")) {
      String said = serving.until("hours");
      assertThat(said)
          .contains("Try   curl -s -u NAME http://")
          .contains("    Office\n      closeBerth  clerk\n      hours       anyone\n");
      String wsdl = said.replaceFirst("(?s).*WSDL +(\\S+).*", "$1");
      assertThat(Tool.run(folder, "call", wsdl, "hours").out()).contains("8 to 17");
      Tool nobody = Tool.run(folder, "call", wsdl, "closeBerth", "code=H-07");
      assertThat(nobody.err()).contains("status 401: Operation closeBerth needs a caller");
      Tool clerk = call(wsdl, "ines-tallow", "--show", "exchange");
      assertThat(clerk.out())
          .contains("Authorization: •••", "H-07 is closed")
          .doesNotContain("Basic");
      assertThat(call(wsdl, "saltmere-bridge").err())
          .contains("status 403: You may not call operation closeBerth");
      // The running host notices the change within a second.
      Tool.run(folder, "callers", "remove", "ines-tallow");
      Thread.sleep(1_100);
      assertThat(call(wsdl, "ines-tallow").err()).contains("The name or the password is wrong.");
    }
  }

  private Tool call(String wsdl, String caller, String... more) throws Exception {
    String[] all = new String[more.length + 6];
    String[] start = {"call", wsdl, "closeBerth", "code=H-07", "--caller", caller};
    System.arraycopy(start, 0, all, 0, start.length);
    System.arraycopy(more, 0, all, start.length, more.length);
    return Tool.fed(folder, "gull and heron\n", all);
  }
}
