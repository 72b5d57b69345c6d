package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The commands that say who may call. */
class CallersCommandTest {
  static final String OFFICE =
      """
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:office", callers = "clerk")
      public class Office {
        @Operation public String closeBerth(String code) { return code + " is closed"; }
        @Operation(callers = Role.ANYONE) public String hours() { return "8 to 17"; }
      }
      """;

  @TempDir private Path folder;

  @BeforeEach
  void compile() throws Exception {
    Sources.compile(folder, "Office", OFFICE, "-parameters");
  }

  /** Adds a caller, whose password comes by standard input. */
  static Tool add(Path folder, String name, String password, String... more) throws Exception {
    String[] all = new String[more.length + 3];
    all[0] = "callers";
    all[1] = "add";
    all[2] = name;
    System.arraycopy(more, 0, all, 3, more.length);
    return Tool.fed(folder, password + "\n", all);
  }

  /** Runs what needs no standard input in this process. */
  private Tool run(String... arguments) {
    List<String> all = new ArrayList<>(List.of("callers"));
    all.addAll(List.of(arguments));
    all.addAll(List.of("--file", folder.resolve("callers.yaml").toString()));
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    int exitCode = CalmAnchor.run(all, new PrintWriter(out, true), new PrintWriter(err, true));
    String place = folder + "/";
    return new Tool(exitCode, out.toString().replace(place, ""), err.toString().replace(place, ""));
  }

  @Test
  void editsTheFileAndNeverShowsAPassword() throws Exception {
    assertThat(add(folder, "ines-tallow", "gull and heron", "--roles", "clerk,lister,clerk"))
        .isEqualTo(new Tool(0, "ines-tallow is in callers.yaml: clerk, lister.\n", ""));
    assertThat(add(folder, "saltmere-bridge", "a long password").exitCode()).isZero();
    assertThat(run("list").out())
        .isEqualTo("ines-tallow      clerk, lister\nsaltmere-bridge  (no role)\n");
    assertThat(run("roles", "saltmere-bridge", "lister").out())
        .isEqualTo("saltmere-bridge has lister now.\n");
    assertThat(run("remove", "ines-tallow").exitCode()).isZero();
    assertThat(run("list", "--json").out())
        .contains("\"saltmere-bridge\"", "\"lister\"")
        .doesNotContain("ines-tallow", "argon2");
    assertThat(Files.readString(folder.resolve("callers.yaml"))).doesNotContain("long password");
  }

  @Test
  void explainsWhatIsWrong() throws Exception {
    assertThat(add(folder, "ines-tallow", "gull"))
        .isEqualTo(new Tool(2, "", "The password is too short: it needs 8 characters or more.\n"));
    assertThat(add(folder, "ines:tallow", "gull and heron").err())
        .startsWith("A name has no colon and no control characters, ");
    assertThat(add(folder, "ines-tallow", "gull and heron", "--roles", "anyone").err())
        .startsWith("\"anyone\" cannot be a role;");
    assertThat(run("remove", "ines-tallow").err())
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
}
