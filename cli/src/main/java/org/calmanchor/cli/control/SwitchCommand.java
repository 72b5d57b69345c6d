package org.calmanchor.cli.control;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.launch.control.ControlClient;
import org.calmanchor.launch.control.ControlCommand;
import org.calmanchor.launch.control.ControlException;
import org.calmanchor.launch.control.ControlPlaces;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code calm-anchor switch}. */
@Command(
    name = "switch",
    description = {
      "Shows the state of a running host of yours, and switches operations off and on.",
      "off and on are about calls of a path or an operation, unlist and list about the index; reload"
          + " loads the classes again, drain ends the host without losing a call.",
      "This goes through a socket that only the user of the host can use; no port is opened."
    },
    footer = {
      "",
      "Example:  calm-anchor switch",
      "          calm-anchor switch off /berths#reserve",
      "          calm-anchor switch drain --port 8443"
    })
public final class SwitchCommand implements Subcommand {
  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      index = "0",
      arity = "0..1",
      paramLabel = "WHAT",
      defaultValue = "show",
      completionCandidates = Words.class,
      description = "${COMPLETION-CANDIDATES}. Default: show.")
  private String what = ControlCommand.SHOW.word();

  @Parameters(
      index = "1..*",
      paramLabel = "PATH[#OPERATION]",
      description = "What to switch; for unlist and list a path.")
  private List<String> places = new ArrayList<>();

  @Option(
      names = "--port",
      paramLabel = "N",
      description = "The port of the host. Default: the only one that runs.")
  private @Nullable Integer port;

  @Option(
      names = "--socket",
      paramLabel = "FILE",
      description = "The socket of the host, if its configuration names one (control-socket).")
  private @Nullable Path socket;

  /** Creates the command, for the command line. */
  public SwitchCommand() {}

  /** The words, for help and completion. */
  static final class Words extends ArrayList<String> {
    private static final long serialVersionUID = 1L;

    Words() {
      super(ControlCommand.words());
    }
  }

  @Override
  public Integer call() {
    List<String> words = new ArrayList<>();
    words.add(what.toLowerCase(Locale.ROOT));
    words.addAll(places);
    PrintWriter out = spec.commandLine().getOut();
    try {
      Path found = ControlClient.socket(ControlPlaces.of(System.getenv()), socket, port);
      ControlClient.send(found, words).forEach(out::println);
    } catch (ControlException refused) {
      throw CommandException.problem(String.valueOf(refused.getMessage()));
    }
    out.flush();
    return 0;
  }
}
