package org.calmanchor.cli.standin;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.cli.DocumentOptions;
import org.calmanchor.cli.HostCommand;
import org.calmanchor.cli.HostOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.ConfiguredHost;
import org.calmanchor.standin.StandIn;
import org.calmanchor.standin.StandInCall;
import org.calmanchor.standin.StandInException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor stand-in}. */
@Command(
    name = "stand-in",
    description = {
      "Plays the service of a WSDL document from check files, until Ctrl-C.",
      "A request that has all values that a check names gets the check's outcome, late if the check"
          + " says so (after: PT2S); every other request gets a sample."
    },
    footer = {"", "Example:  calm-anchor stand-in pilots.wsdl --checks checks --port 9000"})
public final class StandInCommand implements HostCommand {
  private static final HostOptions OPTIONS = HostOptions.of(settings());

  @Spec private CommandSpec spec = CommandSpec.create();

  /** Creates the command, for the command line. */
  public StandInCommand() {}

  @Parameters(paramLabel = "WSDL", description = "A WSDL file, or the URL of one.")
  private String document = "";

  @Mixin private DocumentOptions documents = new DocumentOptions();

  @Override
  public Integer call() throws InterruptedException {
    ReadDocument read = documents.read(document);
    PrintWriter out = spec.commandLine().getOut();
    read.notices().forEach(notice -> out.println("Note: " + notice));
    Configuration configuration = OPTIONS.configuration(spec);
    ConfiguredHost configured = HostOptions.host(configuration);
    SoapHost host = configured.host();
    Map<String, String> paths = served(read, configuration, host, out);
    Session session = new Session(out);
    session.show(configured, "NAME");
    for (PortType portType : read.contract().portTypes()) {
      String path = paths.get(portType.name().getLocalPart());
      Contract contract = read.contract().of(portType.name());
      if (path != null) {
        session.add(path, contract, Examples.NONE, portType.operations().get(0), "");
      }
    }
    session.run(host);
    return 0;
  }

  private static List<Setting<?>> settings() {
    List<Setting<?>> settings =
        new ArrayList<>(
            List.of(Settings.PORT, Settings.CHECKS, Settings.KEEP_EXCHANGES, Settings.CALLERS));
    settings.addAll(HostOptions.TLS);
    return settings;
  }

  @Override
  public HostOptions hostOptions() {
    return OPTIONS;
  }

  private static Map<String, String> served(
      ReadDocument read, Configuration configuration, SoapHost host, PrintWriter out) {
    StandIn standIn = StandIn.of(read);
    Path checks = configuration.find(Settings.CHECKS).orElse(null);
    try {
      if (checks != null) {
        standIn.checks(checks);
      }
      return standIn.serveOn(host, call -> print(call, out));
    } catch (IOException unreadable) {
      throw CommandException.usage("--checks: the folder " + checks + " cannot be read.");
    } catch (StandInException unplayable) {
      throw CommandException.problem(
          "Checks that cannot be played:\n  " + String.join("\n  ", unplayable.reasons()));
    }
  }

  private static synchronized void print(StandInCall call, PrintWriter out) {
    String check = call.check();
    out.printf(
        "%s  %s  %s%n",
        LocalTime.now(ZoneId.systemDefault()).truncatedTo(ChronoUnit.SECONDS),
        call.request().operation(),
        check == null ? "sample, since no check fits" : "check: " + Terminal.shown(check));
    out.flush();
  }
}
