package org.calmanchor.cli.serve;

import java.io.PrintWriter;
import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.cli.CallersOption;
import org.calmanchor.cli.PageOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.TlsOptions;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.model.Operation;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code calm-anchor serve}. */
@Command(
    name = "serve",
    description = {
      "Hosts annotated classes, each at a path of its simple name, until Ctrl-C.",
      "Creates each object by its constructor without parameters. Reports all contract problems"
          + " before it opens the port."
    },
    footer = {
      "",
      "Example:  calm-anchor serve harbor.BerthDesk --classpath target/classes",
      "          calm-anchor serve --watch --open   (in a Maven project: all its services)"
    })
public final class ServeCommand implements Subcommand {
  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "CLASS",
      arity = "0..*",
      description =
          "Full names of classes with @PortType. Default: all in the folders of --classpath that"
              + " have a constructor without parameters.")
  private List<String> classNames = new ArrayList<>();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Option(
      names = {"--port", "-p"},
      paramLabel = "N",
      defaultValue = "8080",
      description = "The port; 0 takes any free one. Default: ${DEFAULT-VALUE}.")
  private int port;

  @Option(
      names = "--bind",
      paramLabel = "ADDRESS",
      description = "Listen at this address, not only on this machine; 0.0.0.0 is every address.")
  private @Nullable String bind;

  @Option(
      names = "--public-url",
      paramLabel = "URL",
      description = "The address that others use; it stands in the WSDL.")
  private @Nullable URI publicUrl;

  @Option(
      names = "--trusted-proxy",
      paramLabel = "ADDRESS",
      description =
          "Believe this proxy where requests come from (Forwarded, X-Forwarded-*, Client-Cert); it"
              + " must remove these headers from what its clients send. Repeatable.")
  private List<String> trustedProxies = new ArrayList<>();

  @Option(
      names = "--limit",
      paramLabel = "NAME=VALUE",
      description =
          "Change a limit, for example body-bytes=33554432 or call-time=90s. Repeatable;"
              + " docs/limits.md lists all limits.")
  private Map<String, String> limits = new LinkedHashMap<>();

  @Option(
      names = "--lenient",
      description = "Accept elements in any order, and ignore unknown ones.")
  private boolean isLenient;

  @Option(
      names = "--path",
      paramLabel = "PATH",
      description =
          "Serve all classes at this path, with a WSDL for each. Default: each one at a path of its"
              + " simple name.")
  private @Nullable String path;

  @Option(
      names = "--watch",
      description =
          "Serve classes again when they are recompiled. The port stays, running calls end on the"
              + " former classes, open test pages get the new forms.")
  private boolean isWatched;

  @Option(names = "--open", description = "Show the page in your browser when it is up.")
  private boolean isOpened;

  @Mixin private CallersOption callers = new CallersOption();

  @Mixin private TlsOptions tls = new TlsOptions();

  @Mixin private PageOptions page = new PageOptions();

  @Mixin private StateOptions state = new StateOptions();

  /** Creates the command, for the command line. */
  public ServeCommand() {}

  @Override
  public Integer call() throws InterruptedException {
    // Nothing of the classes stays here, so that reloading can let them go.
    start().awaitClose();
    return 0;
  }

  private RunningHost start() {
    PrintWriter out = spec.commandLine().getOut();
    UserClasses classes = classPath.classes();
    if (isWatched && classes.folders().isEmpty()) {
      throw CommandException.usage(
          "--watch: there is no folder of classes on the class path, only jars, which stay as they"
              + " are.");
    }
    ServedClasses.Selection selection =
        new ServedClasses.Selection(classNames, path, callers.isGiven(), callers.operations());
    ServedClasses served = ServedClasses.read(classes, selection);
    served.notes().forEach(note -> out.println("Note: " + note + "\n"));
    SoapHost host = configured().reloads(isWatched);
    CallerSources known = callers.applyTo(host, tls.knowsCertificates());
    served.addTo(host);
    Session session = new Session(out);
    tls.applyTo(host).ifPresent(session::trust);
    if (known.isAny()) {
      session.showCallers("NAME", known.words());
    }
    served.services().forEach(each -> session.add(each.path(), each.reading(), shown(each), ""));
    state.applyTo(host);
    RunningHost running;
    try {
      running = session.start(host);
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage(String.valueOf(wrong.getMessage()));
    }
    if (isWatched) {
      new Reloader(running, classes, served, selection, state::applyTo, out).start();
      out.println("Recompiled classes are served at once; the page follows.");
      out.flush();
    }
    if (isOpened) {
      boolean isOne = served.services().size() == 1;
      BrowserWindow.show(running.address(isOne ? served.services().get(0).path() : "/"));
    }
    return running;
  }

  /** The operation to suggest first: one that can be called, if there is any. */
  private Operation shown(ServedClasses.Served service) {
    List<Operation> operations = service.reading().contract().portTypes().get(0).operations();
    return operations.stream()
        .filter(operation -> state.isOpen(service.path(), operation.name()))
        .findFirst()
        .orElse(operations.get(0));
  }

  private SoapHost configured() {
    SoapHost host;
    try {
      host = SoapHost.onPort(port);
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage("--port: " + wrong.getMessage());
    }
    if (bind != null) {
      host.bind(bind);
    }
    if (publicUrl != null) {
      if (publicUrl.getHost() == null) {
        throw CommandException.usage(
            "--public-url: \"" + publicUrl + "\" names no host; write one like https://host:8443");
      }
      host.publicUrl(publicUrl);
    }
    try {
      host.trustedProxies(trustedProxies.toArray(String[]::new));
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage("--trusted-proxy: " + wrong.getMessage() + ".");
    }
    limits.forEach((name, value) -> LimitOption.apply(host, name, value));
    return page.applyTo(host.lenient(isLenient));
  }
}
