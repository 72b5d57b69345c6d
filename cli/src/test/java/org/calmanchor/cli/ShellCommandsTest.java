package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What makes the command at home in a shell: help, completion, manual pages, JSON. */
class ShellCommandsTest {
  @TempDir private Path folder;

  private static Tool run(String... arguments) {
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    int exitCode =
        CalmAnchor.run(List.of(arguments), new PrintWriter(out, true), new PrintWriter(err, true));
    return new Tool(exitCode, out.toString(), err.toString());
  }

  private static List<String> commands() {
    return run("--help")
        .out()
        .lines()
        .dropWhile(line -> !line.equals("Commands:"))
        .skip(1)
        .takeWhile(line -> !line.isEmpty())
        .filter(line -> line.startsWith("  ") && line.charAt(2) != ' ')
        .map(line -> line.strip().split(" +", 2)[0])
        .toList();
  }

  @Test
  void everyCommandHasAnExampleInItsHelp() {
    assertThat(commands()).startsWith("serve", "page", "wsdl").hasSize(16);
    for (String command : commands()) {
      assertThat(run(command, "--help").out()).as(command).contains("Example:  ");
    }
    for (String kind : List.of("client", "service", "types", "description")) {
      assertThat(run("draft", kind, "--help").out()).as(kind).contains("Example:  ");
    }
  }

  @Test
  void completionNamesAllCommandsAndOptions() throws Exception {
    Tool bash = run("completion", "bash");
    assertThat(bash.out()).contains("--watch", "--classpath", "stand-in");
    Path script = Files.writeString(folder.resolve("completion.bash"), bash.out());
    Process checked =
        new ProcessBuilder("bash", "-n", script.toString()).redirectErrorStream(true).start();
    assertThat(new String(checked.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
        .isEmpty();
    assertThat(checked.waitFor()).isZero();
    assertThat(run("completion", "fish").out())
        .contains(
            "complete -c calm-anchor -n '__fish_seen_subcommand_from serve' -l watch"
                + " -d 'Serve classes again when they are recompiled'\n",
            "__fish_seen_subcommand_from draft; and not __fish_seen_subcommand_from client service",
            "-l port -s p -r -d ");
    assertThat(run("completion", "tcsh"))
        .isEqualTo(
            new Tool(2, "", "There is no completion for \"tcsh\"; there is bash, zsh and fish.\n"));
  }

  @Test
  void manualPagesHaveAllThatTheHelpHas() throws IOException {
    assertThat(run("man", "--out", folder.toString()).exitCode()).isZero();
    try (Stream<Path> pages = Files.list(folder)) {
      assertThat(pages.map(page -> page.getFileName().toString()))
          .contains("calm-anchor.1", "calm-anchor-serve.1", "calm-anchor-draft-client.1")
          .doesNotContain("calm-anchor-man.1");
    }
    assertThat(Files.readString(folder.resolve("calm-anchor-serve.1")))
        .contains(
            ".TH \"CALM-ANCHOR-SERVE\" 1",
            ".SH OPTIONS\n",
            "\\fB\\-\\-port, \\-p N\\fR\nThe port; 0 takes any free one. Default: 8080.",
            ".SH EXAMPLES\n.nf\ncalm\\-anchor serve /berths=harbor.BerthDesk")
        .doesNotContain("${");
  }

  @Test
  void judgePrintsItsFindingsAsJson() {
    Tool judged = run("judge", "--json", "org.calmanchor.examples.tides.TideTable");
    assertThat(judged.exitCode()).isZero();
    assertThat(judged.out())
        .contains("\"target\" : \"org.calmanchor.examples.tides.TideTable\"", "Basic Profile 2.0");
  }
}
