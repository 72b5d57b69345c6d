package org.calmanchor.cli.draft;

import org.calmanchor.cli.Subcommand;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** {@code calm-anchor draft}. */
@Command(
    name = "draft",
    description = {
      "Writes Java source for a document, a class or a table; it is yours from then on.",
      "It needs nothing but the annotations, and compiles without warnings."
    },
    footer = {"", "Example:  calm-anchor draft client partner.wsdl --package harbor.partner"},
    synopsisSubcommandLabel = "client|service|types|description|table",
    subcommands = {
      DraftClientCommand.class,
      DraftServiceCommand.class,
      DraftTypesCommand.class,
      DraftDescriptionCommand.class,
      DraftTableCommand.class
    })
public final class DraftCommand implements Subcommand {
  @Spec private CommandSpec spec = CommandSpec.create();

  /** Creates the command, for the command line. */
  public DraftCommand() {}

  /** Prints the help if it is not said what to draft. */
  @Override
  public Integer call() {
    spec.commandLine().usage(spec.commandLine().getOut());
    return 0;
  }
}
