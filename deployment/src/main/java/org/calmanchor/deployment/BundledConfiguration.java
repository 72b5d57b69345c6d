package org.calmanchor.deployment;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.jspecify.annotations.Nullable;

/** The configuration of an application that was bundled, with what the bundle itself says. */
public final class BundledConfiguration {
  /** The services of the bundle: each line is a class, or a path, = and a class. */
  static final String SERVICES = "META-INF/calm-anchor/services";

  /** The configuration that was bundled, as lines; without it, the file itself counts. */
  static final String LINES = "META-INF/calm-anchor/settings";

  /** The configuration that was bundled. */
  static final String FILE = "META-INF/calm-anchor/" + Configuration.FILE;

  private static final String CONFIG = "--config=";

  private BundledConfiguration() {}

  /**
   * Reads what the bundle says, then the file beside it, the environment and the arguments.
   *
   * @param bundle has the services and the file of the bundle
   * @throws org.calmanchor.configuration.ConfigurationException with all problems
   */
  public static Configuration read(ClassLoader bundle, List<String> arguments) {
    ConfigurationReader reader = bundled(bundle).environment(System.getenv());
    List<String> settings = new ArrayList<>(arguments);
    Path named = reader.file();
    for (String argument : arguments) {
      if (argument.startsWith(CONFIG)) {
        named = Path.of(argument.substring(CONFIG.length()));
        settings.remove(argument);
      }
    }
    return (named == null ? reader.fileIfThere(Path.of(Configuration.FILE)) : reader.file(named))
        .arguments(settings)
        .read();
  }

  /**
   * Reads what an application in a container says, then the file that the environment names, and
   * the environment. A file in the working folder is not read, since that is the container's.
   *
   * @param application has the services and the file of the bundle, if it was bundled
   * @param parameters settings by their names, as the application's descriptor has them
   * @throws org.calmanchor.configuration.ConfigurationException with all problems
   */
  public static Configuration inContainer(ClassLoader application, Map<String, String> parameters) {
    ConfigurationReader reader = bundled(application);
    parameters.forEach((name, value) -> reader.parameter("parameter " + name, name, value));
    reader.environment(System.getenv());
    Path named = reader.file();
    return (named == null ? reader : reader.file(named)).read();
  }

  private static ConfigurationReader bundled(ClassLoader bundle) {
    // What is deployed may be behind a proxy on its own machine that leaves no trace.
    ConfigurationReader reader = new ConfigurationReader().code(Settings.TEST_PAGE, "nobody");
    String services = text(bundle, SERVICES);
    if (services != null) {
      reader.code(Settings.SERVICES, services.lines().toArray(String[]::new));
    }
    String lines = text(bundle, LINES);
    String file = lines == null ? text(bundle, FILE) : null;
    if (lines != null) {
      reader.plainLines(lines);
    } else if (file != null) {
      reader.text(Path.of(Configuration.FILE), file);
    }
    return reader;
  }

  private static @Nullable String text(ClassLoader bundle, String name) {
    try (InputStream in = bundle.getResourceAsStream(name)) {
      return in == null ? null : new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }
}
