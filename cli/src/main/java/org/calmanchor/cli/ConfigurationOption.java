package org.calmanchor.cli;

import java.nio.file.Path;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The option that names the configuration file. */
public final class ConfigurationOption {
  @Option(
      names = "--config",
      paramLabel = "FILE",
      description =
          "The configuration file. Default: the one that CALM_ANCHOR_CONFIG names, or"
              + " calm-anchor.yaml in this folder if it is there.")
  private @Nullable Path file;

  /** Creates the option, for the command line. */
  public ConfigurationOption() {}

  /** A reader that knows the file and the environment. */
  public ConfigurationReader reader() {
    ConfigurationReader reader =
        new ConfigurationReader()
            .code(Settings.KEEP_EXCHANGES, "true")
            .environment(System.getenv());
    Path chosen = file == null ? reader.file() : file;
    return chosen == null ? reader.fileIfThere(Path.of(Configuration.FILE)) : reader.file(chosen);
  }
}
