package org.calmanchor.cli.shell;

import java.io.PrintWriter;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.terminal.CommandException;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor completion}. */
@Command(
    name = "completion",
    description = {
      "Prints a script that completes commands and options in a shell: bash, zsh or fish.",
    },
    footer = {
      "",
      "Example:  source <(calm-anchor completion bash)       (in ~/.bashrc or ~/.zshrc: bash, zsh)",
      "          calm-anchor completion fish > ~/.config/fish/completions/calm-anchor.fish"
    })
public final class CompletionCommand implements Subcommand {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(paramLabel = "SHELL", description = "bash, zsh or fish.")
  private String shell = "";

  /** Creates the command, for the command line. */
  public CompletionCommand() {}

  @Override
  public Integer call() {
    CommandLine root = spec.root().commandLine();
    PrintWriter out = spec.commandLine().getOut();
    switch (shell) {
      // The script for bash sets up zsh as well, which understands it.
      case "bash", "zsh" -> out.print(AutoComplete.bash(root.getCommandName(), root));
      case "fish" -> out.print(FishCompletion.of(root.getCommandSpec()));
      default ->
          throw CommandException.usage(
              "There is no completion for \"" + shell + "\"; there is bash, zsh and fish.");
    }
    out.flush();
    return 0;
  }
}
