package org.calmanchor.cli.bundle;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.bundle.Application;
import org.calmanchor.bundle.BundleKind;
import org.calmanchor.bundle.Bundled;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ConfiguredServices;

/**
 * Tells a person what was bundled, and what to do next.
 *
 * @param notes what is not in the bundle, and why
 */
public record BundleReport(
    BundleKind kind,
    Bundled bundled,
    Application application,
    Configuration configuration,
    List<String> notes) {
  private static final int KILO = 1_000;

  /** Copies the notes. */
  public BundleReport {
    notes = List.copyOf(notes);
  }

  /** What was made, what starts it, and what shows that it is up. */
  public List<String> lines() {
    List<String> lines = new ArrayList<>();
    bundled.files().forEach(each -> lines.add("  " + each + size(each)));
    notes.forEach(note -> lines.add("Note: " + note));
    bundled.notes().forEach(note -> lines.add("Note: " + note));
    if (kind == BundleKind.WAR) {
      ConfiguredServices.ofServer(configuration)
          .forEach(
              each -> lines.add("Note: " + each + " has no effect: the container decides that."));
    }
    application.services().forEach(each -> lines.add("  hosts " + each.replace("=", "  ")));
    lines.add("");
    lines.add("Start it:          " + start());
    lines.add("See that it is up: curl -f " + readyAddress());
    if (kind == BundleKind.JAR) {
      lines.add("Start it faster:   " + fastStart(bundled.files().get(0).toString()));
    }
    return lines;
  }

  /** The first start with it makes the archive, the others use it. */
  private static String fastStart(String jar) {
    String archive = jar.replaceFirst("(\\.jar)?$", ".jsa");
    return "java -XX:SharedArchiveFile=" + archive + " -jar " + jar + " (from the second time on)";
  }

  private String start() {
    Path first = bundled.files().get(0);
    return switch (kind) {
      case JAR -> "java -jar " + first;
      case FOLDER -> first.resolveSibling("bin").resolve(application.name()).toString();
      // Most containers find a WAR by themselves in the folder of this name.
      case WAR ->
          bundled.files().size() > 1
              ? "a container that takes applications from that folder does it"
              : "cp " + first + " CONTAINER/webapps/";
    };
  }

  /** Where the bundle says that it is ready, unless it is told another port later. */
  private String readyAddress() {
    return (kind == BundleKind.WAR ? inContainer() : ofOwnServer())
        + configuration.value(Settings.HEALTH_PATH)
        + "/ready";
  }

  /** Most containers make the path of an application of the name of its WAR. */
  private String inContainer() {
    String file = bundled.files().get(0).getFileName().toString().replaceFirst("\\.war$", "");
    return "http://localhost:8080" + (file.equals("ROOT") ? "" : "/" + file);
  }

  private String ofOwnServer() {
    boolean isTls =
        configuration.find(Settings.TLS).isPresent()
            || configuration.find(Settings.TLS_STORE).isPresent();
    boolean hasPort = configuration.find(Settings.HEALTH_PORT).isPresent();
    long port =
        configuration
            .find(Settings.HEALTH_PORT)
            .orElseGet(() -> configuration.value(Settings.PORT));
    return (isTls && !hasPort ? "https" : "http") + "://localhost:" + port;
  }

  private static String size(Path path) {
    try {
      return Files.isRegularFile(path) ? "  " + (Files.size(path) + KILO - 1) / KILO + " kB" : "";
    } catch (IOException gone) {
      throw CommandException.problem(path + " cannot be read: " + gone.getMessage());
    }
  }
}
