package org.calmanchor.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.PasswordPrompt;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.launch.ConfiguredHost;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;

/** The options of a command for settings of its host; each one has the name of its setting. */
public final class HostOptions {
  /** Everything that has to do with TLS. */
  public static final List<Setting<?>> TLS =
      List.of(
          Settings.TLS,
          Settings.TLS_STORE,
          Settings.TLS_SELF_SIGNED,
          Settings.CLIENT_CA,
          Settings.CLIENT_CERTIFICATES,
          Settings.HSTS);

  private static final String LIMITS = "--" + Settings.LIMITS_KEY;

  private final List<Setting<?>> settings;

  private HostOptions(List<Setting<?>> settings) {
    this.settings = settings;
  }

  /** Options for some settings. */
  public static HostOptions of(List<Setting<?>> settings) {
    return new HostOptions(List.copyOf(settings));
  }

  /** Options for all settings but the services, which are arguments. */
  public static HostOptions all() {
    Predicate<Setting<?>> isOption =
        each -> !each.isSecret() && !each.equals(Settings.SERVICES) && !isLimit(each);
    return of(List.copyOf(Settings.all().stream().filter(isOption).toList()));
  }

  private static boolean isLimit(Setting<?> setting) {
    return setting.name().startsWith(Settings.LIMITS_KEY + ".");
  }

  /** Adds the options to a command. */
  void addTo(CommandSpec command) {
    for (Setting<?> setting : settings) {
      command.addOption(option(setting));
    }
    if (settings.contains(Settings.LENIENT)) {
      command.addOption(
          OptionSpec.builder(LIMITS)
              .type(Map.class)
              .auxiliaryTypes(String.class, String.class)
              .paramLabel("NAME=VALUE")
              .description(
                  "Change a limit, for example body-bytes=33554432 or call-time=90s. Repeatable;"
                      + " docs/limits.md lists all limits.")
              .build());
    }
  }

  private static OptionSpec option(Setting<?> setting) {
    List<String> names = new ArrayList<>(List.of("--" + setting.name()));
    if (setting.equals(Settings.PORT)) {
      names.add("-p");
    }
    OptionSpec.Builder option = OptionSpec.builder(names.toArray(String[]::new));
    boolean isSwitch = setting.form().isSwitch();
    String byDefault = isSwitch ? "" : setting.byDefault();
    option.description(
        setting.doc().replace("%", "%%")
            + (byDefault.isEmpty() ? "" : " Default: " + byDefault + "."));
    if (isSwitch) {
      option.type(boolean.class).negatable(true);
    } else if (setting.equals(Settings.TLS)) {
      option.type(List.class).auxiliaryTypes(String.class).arity("2");
    } else if (setting.form().isList()) {
      option.type(List.class).auxiliaryTypes(String.class).arity("1");
    } else {
      option.type(String.class).arity("1");
    }
    return (isSwitch ? option : option.paramLabel(setting.form().label())).build();
  }

  /** Tells the reader of a configuration what was given on the command line. */
  public ConfigurationReader addTo(ConfigurationReader reader, CommandSpec command) {
    for (OptionSpec option : command.commandLine().getParseResult().matchedOptions()) {
      Setting<?> setting = Settings.named(option.longestName().substring(2));
      if (option.longestName().equals(LIMITS)) {
        Map<String, String> limits = option.getValue();
        limits.forEach((name, value) -> reader.option(limit(name), List.of(value)));
      } else if (setting != null && settings.contains(setting)) {
        reader.option(
            setting,
            setting.form().isSwitch()
                ? List.of(String.valueOf(option.<Object>getValue()))
                : option.stringValues());
      }
    }
    return reader;
  }

  private static Setting<?> limit(String name) {
    Setting<?> setting = Settings.named(Settings.LIMITS_KEY + "." + name);
    if (setting == null) {
      List<String> known =
          Settings.all().stream()
              .filter(HostOptions::isLimit)
              .map(each -> each.name().substring(Settings.LIMITS_KEY.length() + 1))
              .toList();
      throw CommandException.usage(
          LIMITS
              + ": there is no \""
              + name
              + "\". "
              + NearMiss.of(name, known, "There is " + String.join(", ", known) + "."));
    }
    return setting;
  }

  /**
   * The host that these options alone describe. Its page shows exchanges unless an option says
   * otherwise.
   *
   * @throws org.calmanchor.configuration.ConfigurationException when an option is wrong
   */
  public ConfiguredHost host(CommandSpec command) {
    return host(configuration(command));
  }

  /** The settings that these options alone describe. */
  public Configuration configuration(CommandSpec command) {
    return addTo(new ConfigurationReader().code(Settings.KEEP_EXCHANGES, "true"), command).read();
  }

  /**
   * The host that a configuration describes; the password of a key is asked for.
   *
   * @throws org.calmanchor.configuration.ConfigurationException when a file is wrong
   */
  public static ConfiguredHost host(Configuration configuration) {
    return ConfiguredHost.of(
        configuration,
        file -> PasswordPrompt.ask("Password of " + file, Settings.TLS_PASSWORD.variable()));
  }

  /** Writes the certificate, not the key, where those find it who are to trust it. */
  static Path written(String certificate) {
    try {
      Path file = Files.createTempFile("calm-anchor-certificate-", ".pem");
      file.toFile().deleteOnExit();
      return Files.writeString(file, certificate, StandardCharsets.UTF_8);
    } catch (IOException unwritable) {
      throw CommandException.usage("The certificate cannot be written: " + unwritable.getMessage());
    }
  }
}
