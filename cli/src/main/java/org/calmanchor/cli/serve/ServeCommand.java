package org.calmanchor.cli.serve;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.calmanchor.cli.ConfigurationOption;
import org.calmanchor.cli.HostCommand;
import org.calmanchor.cli.HostOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.model.Operation;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.ConfiguredHost;
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
      "Hosts annotated classes until Ctrl-C, each at a path of its simple name, or at one that you"
          + " give.",
      "Creates each object by its constructor without parameters. Reports all contract problems"
          + " before it opens the port. Each option is also a setting in calm-anchor.yaml and an"
          + " environment variable; calm-anchor config shows them."
    },
    footer = {
      "",
      "Example:  calm-anchor serve /berths=harbor.BerthDesk --classpath target/classes",
      "          calm-anchor serve --watch --open   (in a Maven project: all its services)"
    })
public final class ServeCommand implements HostCommand {
  private static final HostOptions OPTIONS = HostOptions.all();

  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "[PATH=]CLASS",
      arity = "0..*",
      description =
          "Full names of classes with @PortType; several may share a path. Default: the services of"
              + " the configuration, or all in the folders of --classpath that have a constructor"
              + " without parameters.")
  private List<String> services = new ArrayList<>();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Mixin private ConfigurationOption configurationOption = new ConfigurationOption();

  @Option(
      names = "--watch",
      description =
          "Serve classes again when they are recompiled. The port stays, running calls end on the"
              + " former classes, open test pages get the new forms.")
  private boolean isWatched;

  @Option(names = "--open", description = "Show the page in your browser when it is up.")
  private boolean isOpened;

  /** Creates the command, for the command line. */
  public ServeCommand() {}

  @Override
  public HostOptions hostOptions() {
    return OPTIONS;
  }

  @Override
  public Integer call() throws InterruptedException {
    // Nothing of the classes stays here, so that reloading can let them go.
    start().awaitClose();
    return 0;
  }

  private RunningHost start() {
    PrintWriter out = spec.commandLine().getOut();
    Configuration configuration = configuration();
    ConfiguredHost configured = HostOptions.host(configuration);
    UserClasses classes = classPath.classes();
    if (isWatched && classes.folders().isEmpty()) {
      throw CommandException.usage(
          "--watch: there is no folder of classes on the class path, only jars, which stay as they"
              + " are.");
    }
    Selection selection = new Selection(configuration, configured);
    List<String> notes = new ArrayList<>();
    ServedClasses served = selection.read(classes, notes);
    notes.forEach(note -> out.println("Note: " + note + "\n"));
    SoapHost host = configured.host().reloads(isWatched);
    served.addTo(host);
    Session session = new Session(out);
    session.show(configured, "NAME");
    served
        .services()
        .forEach(each -> session.add(each.path(), each.reading(), shown(configuration, each), ""));
    Session.restoreStates(host, configuration);
    RunningHost running = session.start(host);
    Reloader reloader = new Reloader(running, classes, served, selection, out);
    Session.takeCommands(running, configuration, isWatched ? reloader::reloadNow : null);
    if (isWatched) {
      reloader.start();
      out.println("Recompiled classes are served at once; the page follows.");
      out.flush();
    }
    if (isOpened) {
      boolean isOne = served.services().size() == 1;
      BrowserWindow.show(running.pageAddress(isOne ? served.services().get(0).path() : "/"));
    }
    return running;
  }

  private Configuration configuration() {
    ConfigurationReader reader = OPTIONS.addTo(configurationOption.reader(), spec);
    if (!services.isEmpty()) {
      reader.option(Settings.SERVICES, services);
    }
    return reader.read();
  }

  /** The operation to suggest first: the first of the source that can be called, if any can. */
  private static Operation shown(Configuration configuration, ServedClasses.Served service) {
    List<String> off = configuration.find(Settings.SWITCH_OFF).orElse(List.of());
    List<Operation> operations =
        service.reading().contract().portTypes().get(0).operations().stream()
            .sorted(Comparator.comparingInt(each -> each.origin().position()))
            .toList();
    return operations.stream()
        .filter(each -> !off.contains(service.path() + "#" + each.name()))
        .findFirst()
        .orElse(operations.get(0));
  }
}
