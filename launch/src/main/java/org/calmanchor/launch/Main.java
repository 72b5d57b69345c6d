package org.calmanchor.launch;

import java.io.PrintStream;
import java.net.URI;
import java.util.List;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.configuration.Source;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.deployment.BundledConfiguration;
import org.calmanchor.deployment.DeploymentException;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.host.PortTakenException;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.control.ControlException;
import org.calmanchor.launch.control.ControlSocket;

/**
 * Starts a bundled application: the services that its configuration names. Exit codes: 1 if it
 * cannot start or did not answer every call at its end, 2 if the configuration is wrong, 3 if the
 * heap is exhausted.
 */
public final class Main {
  private static final String SHOW = "config";

  /** The exit code of the JVM for this. */
  private static final int EXHAUSTED = 3;

  private Main() {}

  /** Starts it; arguments are settings, such as {@code --port=8443}. */
  public static void main(String[] arguments) throws InterruptedException {
    List<String> given = List.of(arguments);
    if (given.contains("--help")) {
      help(System.out);
      return;
    }
    try {
      ClassLoader bundle = Main.class.getClassLoader();
      if (!given.isEmpty() && given.get(0).equals(SHOW)) {
        show(BundledConfiguration.read(bundle, given.subList(1, given.size())), System.out);
        return;
      }
      if (!given.isEmpty() && given.get(0).equals(SwitchWords.SWITCH)) {
        SwitchWords.of(given.subList(1, given.size()))
            .send(System.getenv())
            .forEach(System.out::println);
        return;
      }
      SoapHost.prepare();
      Configuration configuration = BundledConfiguration.read(bundle, given);
      ConfiguredHost configured = ConfiguredHost.of(configuration);
      ServedClasses services =
          ServedClasses.read(ServedClasses.wanted(configuration, bundle), configured.services());
      SoapHost host = configured.host();
      services.addTo(host);
      ControlSocket.restoreStates(host, configuration);
      RunningHost running = host.start();
      running.calls().memory().whenExhausted().thenAccept(Main::endExhausted);
      Runtime.getRuntime().addShutdownHook(new Thread(() -> end(running), "calm-anchor-end"));
      ControlSocket.open(running, configuration, Main::endLater, null);
      print(running, services, System.out);
      ArchiveInBackground.start();
      running.awaitClose();
    } catch (ConfigurationException | IllegalArgumentException wrong) {
      fail(wrong, 2);
    } catch (DeploymentException
        | ContractException
        | PortTakenException
        | ControlException
        | IllegalStateException impossible) {
      fail(impossible, 1);
    }
  }

  /** Ends the process as a signal would; the host drains in a hook of the end. */
  private static void endLater() {
    new Thread(() -> System.exit(0), "calm-anchor-told").start();
  }

  /** Ends the process at once, as the JVM does with -XX:+ExitOnOutOfMemoryError. */
  private static void endExhausted(OutOfMemoryError exhausted) {
    System.err.println(
        "The process ends, because its heap is exhausted: " + exhausted.getMessage());
    Runtime.getRuntime().halt(EXHAUSTED);
  }

  private static void fail(RuntimeException problem, int exitCode) {
    System.err.println(problem.getMessage());
    System.exit(exitCode);
  }

  /** Waits until the host has ended, and says by the exit code if calls were lost. */
  private static void end(RunningHost running) {
    if (!running.drain()) {
      System.err.println("Not every call was answered; the log says why.");
      Runtime.getRuntime().halt(1);
    }
    System.out.println("Stopped.");
  }

  private static void print(RunningHost running, ServedClasses services, PrintStream out) {
    out.println("The server is up.");
    out.println("  Index  " + running.address("/"));
    out.println("  Ready  " + running.healthAddress("ready"));
    out.println("  Pages  " + running.pageNotice());
    for (ServedClasses.Served each : services.services()) {
      out.println("  " + each.name() + "  " + running.address(each.path()) + "?wsdl");
      URI page = running.pageAddress(each.path());
      if (page.getQuery() != null) {
        out.println("  " + each.name() + "  " + page);
      }
    }
    out.flush();
  }

  private static void show(Configuration configuration, PrintStream out) {
    for (Setting<?> setting : Settings.all()) {
      Source source = configuration.source(setting);
      if (source.kind() != Source.Kind.DEFAULT) {
        out.println(
            setting
                + ": "
                + String.join(", ", configuration.texts(setting))
                + "  ("
                + (source.kind() == Source.Kind.CODE ? "in the bundle" : source.text())
                + ")");
      }
    }
  }

  private static void help(PrintStream out) {
    out.println(
        "Arguments are settings, such as --port=8443. They can also stand in calm-anchor.yaml in this"
            + " folder,\nin the file that --config=FILE or CALM_ANCHOR_CONFIG names, or in the"
            + " environment, such as\nCALM_ANCHOR_PORT=8443. The word config before them prints what"
            + " is set, and by whom; the word switch tells\nthe running host something: switch off"
            + " /PATH#OPERATION, on, unlist, list, drain, or nothing for its state.\n");
    for (Setting<?> setting : Settings.all()) {
      String value = setting.isSecret() ? setting.variable() : "--" + setting;
      out.println(value + (setting.isSecret() ? "" : "=" + setting.form().label()));
      out.println(
          "    "
              + setting.doc()
              + (setting.byDefault().isEmpty() ? "" : " Default: " + setting.byDefault() + "."));
    }
  }
}
