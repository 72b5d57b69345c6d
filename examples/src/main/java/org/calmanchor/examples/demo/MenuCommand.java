package org.calmanchor.examples.demo;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.nio.charset.Charset;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.client.TypedClient;
import org.calmanchor.examples.harbor.BerthPort;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;

/** {@code calm-anchor menu}: a text client of the harbor. */
@Command(
    name = "menu",
    description = {
      "Calls the example from a small menu in the terminal, through the typed client.",
      "Start the demo first, in another terminal."
    },
    footer = {"", "Example:  calm-anchor menu --trace"})
public final class MenuCommand implements Subcommand {
  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Option(
      names = "--address",
      paramLabel = "URL",
      defaultValue = "http://localhost:8080/berths",
      description = "Where the berth desk answers. Default: ${DEFAULT-VALUE}.")
  private URI address = URI.create("");

  @Option(names = "--trace", description = "Shows what really went over the wire after each call.")
  private boolean isTraced;

  /** The command, made by the service loader. */
  public MenuCommand() {}

  @Override
  public Integer call() throws IOException {
    if (address.getHost() == null) {
      throw CommandException.usage(
          "--address: \""
              + address
              + "\" names no host; write one like http://localhost:8080/berths");
    }
    TypedClient<BerthPort> client = TypedClient.of(BerthPort.class, address);
    BufferedReader typed =
        new BufferedReader(new InputStreamReader(System.in, Charset.defaultCharset()));
    new Menu(client, typed, spec.commandLine().getOut(), isTraced).run();
    return 0;
  }
}
