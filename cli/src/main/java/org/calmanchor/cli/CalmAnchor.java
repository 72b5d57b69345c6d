package org.calmanchor.cli;

import java.io.PrintWriter;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.function.Supplier;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.deployment.DeploymentException;
import org.calmanchor.host.PortTakenException;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command {@code calm-anchor}. */
@Command(
    name = "calm-anchor",
    version = "calm-anchor 0.1.0-SNAPSHOT",
    description = {
      "Turns annotated Java classes into SOAP services: writes their WSDL, hosts them, and gives"
          + " each one a page to try its operations."
    },
    synopsisSubcommandLabel = "COMMAND",
    footer = {
      "",
      "Start here:  calm-anchor demo",
      "",
      "Exit codes: 0 done, 1 the contract has a problem or a check failed, 2 wrong usage; of call: 3 a"
          + " fault, 4 no answer."
    })
public final class CalmAnchor implements Runnable {
  @CommandLine.Spec
  private CommandLine.Model.CommandSpec spec = CommandLine.Model.CommandSpec.create();

  /** The order of the help: that in which people need the commands. */
  private static final List<String> ORDER =
      List.of(
          "demo",
          "menu",
          "serve",
          "page",
          "wsdl",
          "judge",
          "describe",
          "diff",
          "sample",
          "call",
          "check",
          "callers",
          "config",
          "switch",
          "bundle",
          "draft",
          "stand-in",
          "completion");

  private static final Map<String, Supplier<Object>> OWN =
      Map.of(
          "page", PageCommand::new,
          "wsdl", WsdlCommand::new,
          "judge", JudgeCommand::new,
          "describe", DescribeCommand::new,
          "diff", DiffCommand::new,
          "sample", SampleCommand::new,
          "call", CallCommand::new);

  /** Commands that are about all the others. */
  private static final Set<String> ABOUT_ALL = Set.of("completion", "man");

  private CalmAnchor() {}

  /** Runs a command and ends the process with its exit code. */
  public static void main(String[] arguments) {
    System.exit(commandLine(List.of(arguments)).execute(arguments));
  }

  /**
   * Runs a command in this process, for tools that offer the commands in their own way.
   *
   * @param out gets what a terminal would get, without colours
   * @param err gets messages
   * @return the exit code
   */
  public static int run(List<String> arguments, PrintWriter out, PrintWriter err) {
    return commandLine(arguments)
        .setColorScheme(CommandLine.Help.defaultColorScheme(CommandLine.Help.Ansi.OFF))
        .setOut(out)
        .setErr(err)
        .execute(arguments.toArray(String[]::new));
  }

  /**
   * The command line for some arguments. The parser's model of a command takes time to make, so
   * there is only that of the command that is asked for, unless it is about all.
   */
  private static CommandLine commandLine(List<String> arguments) {
    Map<String, Supplier<?>> commands = new HashMap<>(OWN);
    ServiceLoader.load(Subcommand.class, Subcommand.class.getClassLoader()).stream()
        .forEach(each -> commands.put(nameOf(each.type()), each));
    String asked = arguments.isEmpty() ? "" : arguments.get(0);
    boolean isOne = commands.containsKey(asked) && !ABOUT_ALL.contains(asked);
    CommandLine line = new CommandLine(new CalmAnchor());
    commands.entrySet().stream()
        .filter(each -> !isOne || each.getKey().equals(asked))
        .sorted(Comparator.comparing(each -> place(each.getKey())))
        .forEach(each -> line.addSubcommand(each.getKey(), each.getValue().get()));
    addHostOptions(line);
    // An argument that begins with @ is an attribute, or a file that the command itself reads.
    line.setExpandAtFiles(false);
    line.setCaseInsensitiveEnumValuesAllowed(true);
    HelpStyle.apply(line);
    line.setExecutionExceptionHandler(CalmAnchor::explain);
    line.setParameterExceptionHandler(CalmAnchor::explainUsage);
    return line;
  }

  /** Adds the options that have the names of settings. */
  private static void addHostOptions(CommandLine line) {
    for (CommandLine each : line.getSubcommands().values()) {
      if (each.getCommand() instanceof HostCommand hosting) {
        hosting.hostOptions().addTo(each.getCommandSpec());
      }
    }
  }

  private static String nameOf(Class<?> command) {
    Command described = command.getAnnotation(Command.class);
    if (described == null) {
      throw new IllegalStateException(command + " is no command: it has no @Command");
    }
    return described.name();
  }

  private static int place(String command) {
    int place = ORDER.indexOf(command);
    return place < 0 ? ORDER.size() : place;
  }

  /** Prints the help if no command is given. */
  @Override
  public void run() {
    spec.commandLine().usage(spec.commandLine().getOut());
  }

  private static int explain(Exception failed, CommandLine line, CommandLine.ParseResult arguments)
      throws Exception {
    if (failed instanceof CommandException known) {
      tell(known, line);
      return known.exitCode();
    }
    if (failed instanceof ContractException
        || failed instanceof PortTakenException
        || failed instanceof DeploymentException) {
      tell(failed, line);
      return 1;
    }
    if (failed instanceof ConfigurationException) {
      tell(failed, line);
      return 2;
    }
    throw failed;
  }

  private static int explainUsage(CommandLine.ParameterException wrong, String[] arguments) {
    CommandLine line = wrong.getCommandLine();
    tell(wrong, line);
    CommandLine.UnmatchedArgumentException.printSuggestions(wrong, line.getErr());
    line.getErr().println("See: " + line.getCommandSpec().qualifiedName() + " --help");
    return 2;
  }

  /** A message may repeat what a server has sent, or what stands in a document. */
  private static void tell(Exception problem, CommandLine line) {
    line.getErr().println(Terminal.shownLines(String.valueOf(problem.getMessage())));
  }
}
