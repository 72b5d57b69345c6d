package org.calmanchor.cli.bundle;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.calmanchor.bundle.Application;
import org.calmanchor.bundle.Bundled;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ConfiguredServices;

/** Tells a person what was bundled, and what to do next. */
record BundleReport(
    Bundled bundled, Application application, Configuration configuration, List<String> notes) {
  private static final int KILO = 1_000;

  /**
   * Prints what was made, what starts it, and what shows that it is up.
   *
   * @param isWar whether a container starts it
   */
  void print(boolean isWar, PrintWriter out) {
    for (Path each : bundled.files()) {
      out.println("  " + each + size(each));
    }
    notes.forEach(note -> out.println("Note: " + note));
    if (isWar) {
      ConfiguredServices.ofServer(configuration)
          .forEach(
              setting ->
                  out.println("Note: " + setting + " has no effect: the container decides that."));
    }
    application.services().forEach(each -> out.println("  hosts " + each.replace("=", "  ")));
    Path first = bundled.files().get(0);
    out.println();
    out.println("Start it:          " + (isWar ? deployment(first) : start(first)));
    out.println("See that it is up: curl -f " + (isWar ? inContainer(first) : ofOwnServer()));
    out.flush();
  }

  private String start(Path first) {
    return first.toString().endsWith(".jar")
        ? "java -jar " + first
        : first.resolveSibling("bin").resolve(application.name()).toString();
  }

  /** A container finds the WAR by itself in the folder that most of them have for that. */
  private static String deployment(Path war) {
    return "cp " + war + " CONTAINER/webapps/";
  }

  /** Most containers make the path of an application of the name of its WAR. */
  private String inContainer(Path war) {
    String file = war.getFileName().toString().replaceFirst("\\.war$", "");
    String path = file.equals("ROOT") ? "" : "/" + file;
    return "http://localhost:8080" + path + configuration.value(Settings.HEALTH_PATH) + "/ready";
  }

  /** Where the bundle says that it is ready, unless it is told another port later. */
  private String ofOwnServer() {
    boolean isTls =
        configuration.find(Settings.TLS).isPresent()
            || configuration.find(Settings.TLS_STORE).isPresent();
    boolean hasPort = configuration.find(Settings.HEALTH_PORT).isPresent();
    long port =
        configuration
            .find(Settings.HEALTH_PORT)
            .orElseGet(() -> configuration.value(Settings.PORT));
    return (isTls && !hasPort ? "https" : "http")
        + "://localhost:"
        + port
        + configuration.value(Settings.HEALTH_PATH)
        + "/ready";
  }

  private static String size(Path path) {
    try {
      return Files.isRegularFile(path) ? "  " + (Files.size(path) + KILO - 1) / KILO + " kB" : "";
    } catch (IOException gone) {
      throw CommandException.problem(path + " cannot be read: " + gone.getMessage());
    }
  }
}
