package org.calmanchor.cli.standin;

import java.io.PrintWriter;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import org.calmanchor.cli.CallersOption;
import org.calmanchor.cli.DocumentOptions;
import org.calmanchor.cli.PageOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.TlsOptions;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.host.SoapHost;
import org.calmanchor.standin.StandIn;
import org.calmanchor.standin.StandInCall;
import org.calmanchor.standin.StandInException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
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
public final class StandInCommand implements Subcommand {
  @Spec private CommandSpec spec = CommandSpec.create();

  /** Creates the command, for the command line. */
  public StandInCommand() {}

  @Parameters(paramLabel = "WSDL", description = "A WSDL file, or the URL of one.")
  private String document = "";

  @Mixin private DocumentOptions documents = new DocumentOptions();

  @Option(
      names = {"--port", "-p"},
      paramLabel = "N",
      defaultValue = "8080",
      description = "The port; 0 takes any free one. Default: ${DEFAULT-VALUE}.")
  private int port;

  @Mixin private PageOptions page = new PageOptions();

  @Mixin private CallersOption callers = new CallersOption();

  @Mixin private TlsOptions tls = new TlsOptions();

  @Override
  public Integer call() throws InterruptedException {
    ReadDocument read = documents.read(document);
    PrintWriter out = spec.commandLine().getOut();
    read.notices().forEach(notice -> out.println("Note: " + notice));
    SoapHost host = page.hostOn(port);
    Map<String, String> paths = served(read, host, out);
    Session session = new Session(out);
    CallerSources known = callers.applyTo(host, tls.knowsCertificates());
    tls.applyTo(host).ifPresent(session::trust);
    if (known.isAny()) {
      session.showCallers("NAME", known.words());
    }
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

  private Map<String, String> served(ReadDocument read, SoapHost host, PrintWriter out) {
    StandIn standIn = StandIn.of(read);
    try {
      page.addChecks(standIn);
      return standIn.serveOn(host, call -> print(call, out));
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
