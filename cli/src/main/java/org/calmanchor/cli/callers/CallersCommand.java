package org.calmanchor.cli.callers;

import org.calmanchor.cli.Subcommand;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** {@code calm-anchor callers}. */
@Command(
    name = "callers",
    description = {
      "Edits a file of callers: their names, roles and password hashes.",
      "A host that serves with this file notices the change within a second."
    },
    footer = {
      "",
      "Example:  calm-anchor callers add ines-tallow --roles clerk",
      "          calm-anchor serve --callers callers.yaml"
    },
    synopsisSubcommandLabel = "add|remove|roles|list",
    subcommands = {
      CallersAddCommand.class,
      CallersRemoveCommand.class,
      CallersRolesCommand.class,
      CallersListCommand.class
    })
public final class CallersCommand implements Subcommand {
  @Spec private CommandSpec spec = CommandSpec.create();

  /** Creates the command, for the command line. */
  public CallersCommand() {}

  /** Prints the help if it is not said what to do. */
  @Override
  public Integer call() {
    spec.commandLine().usage(spec.commandLine().getOut());
    return 0;
  }
}
