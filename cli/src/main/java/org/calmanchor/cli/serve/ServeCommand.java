package org.calmanchor.cli.serve;

import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.calmanchor.cli.CommandException;
import org.calmanchor.cli.PageOptions;
import org.calmanchor.cli.Session;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
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
      "          calm-anchor serve        (in a folder with target/classes: all services in it)"
    })
public final class ServeCommand implements Callable<Integer> {
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

  @Mixin private PageOptions page = new PageOptions();

  @Mixin private StateOptions state = new StateOptions();

  /** Creates the command, for the command line. */
  public ServeCommand() {}

  @Override
  public Integer call() throws InterruptedException {
    Map<String, Class<?>> services = services();
    Map<String, Reading> readings = readings(services);
    Session session = new Session(spec.commandLine().getOut());
    SoapHost host = configured();
    readings.forEach(
        (path, reading) -> {
          Class<?> type = Objects.requireNonNull(services.get(path));
          host.serve(path, reading, UserClasses.instance(type));
          Operation shown = shown(path, reading.contract().portTypes().get(0).operations());
          session.add(path, reading, shown, "");
        });
    state.applyTo(host);
    try {
      session.run(host);
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage(String.valueOf(wrong.getMessage()));
    }
    return 0;
  }

  /** The operation to suggest first: one that can be called, if there is any. */
  private Operation shown(String path, List<Operation> operations) {
    return operations.stream()
        .filter(operation -> state.isOpen(path, operation.name()))
        .findFirst()
        .orElse(operations.get(0));
  }

  private Map<String, Class<?>> services() {
    UserClasses classes = classPath.classes();
    Map<String, Class<?>> services = new LinkedHashMap<>();
    List<Class<?>> types =
        classNames.isEmpty()
            ? found(classes)
            : classNames.stream().<Class<?>>map(classes::named).toList();
    for (Class<?> type : types) {
      Class<?> other = services.put("/" + type.getSimpleName(), type);
      if (other != null) {
        throw CommandException.usage(
            other.getName()
                + " and "
                + type.getName()
                + " would have the same path, /"
                + type.getSimpleName()
                + ". Serve them apart, or from Java with paths of their own.");
      }
    }
    return services;
  }

  /** The services in the folders that can be made here; says which are left out, and why. */
  private List<Class<?>> found(UserClasses classes) {
    List<Class<?>> all = classes.services();
    List<Class<?>> served = new ArrayList<>();
    List<String> left = new ArrayList<>();
    for (Class<?> type : all) {
      String needs = UserClasses.needs(type);
      if (needs == null) {
        served.add(type);
      } else {
        left.add(
            type.getName()
                + " is not served: its constructor needs arguments, "
                + needs
                + ". Host it from Java: SoapHost.onPort(8080).serve(\"/"
                + type.getSimpleName()
                + "\", yourObject).start().");
      }
    }
    if (served.isEmpty()) {
      throw CommandException.problem(String.join("\n", left));
    }
    left.forEach(each -> spec.commandLine().getOut().println("Note: " + each + "\n"));
    return served;
  }

  /**
   * Reads all contracts before any object is created or port opened, so that all problems are shown
   * at once.
   */
  private static Map<String, Reading> readings(Map<String, Class<?>> services) {
    Map<String, Reading> readings = new LinkedHashMap<>();
    List<String> problems = new ArrayList<>();
    services.forEach(
        (path, type) -> {
          try {
            readings.put(path, ContractReader.read(type));
          } catch (ContractException found) {
            problems.add(found.getMessage());
          }
        });
    if (!problems.isEmpty()) {
      throw CommandException.problem(String.join("\n", problems));
    }
    return readings;
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
    limits.forEach((name, value) -> LimitOption.apply(host, name, value));
    return page.applyTo(host.lenient(isLenient));
  }
}
