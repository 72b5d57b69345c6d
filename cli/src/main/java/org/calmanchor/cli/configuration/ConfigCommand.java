package org.calmanchor.cli.configuration;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.calmanchor.cli.ConfigurationOption;
import org.calmanchor.cli.HostCommand;
import org.calmanchor.cli.HostOptions;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.configuration.Source;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;

/** {@code calm-anchor config}. */
@Command(
    name = "config",
    description = {
      "Shows every setting of a host with its value, and where the value comes from.",
      "A setting has one name: port is --port as an option of serve, CALM_ANCHOR_PORT in the"
          + " environment, and port: in calm-anchor.yaml. Of these, the earlier one counts."
    },
    footer = {
      "",
      "Example:  calm-anchor config --port 9000",
      "          calm-anchor config --check production.yaml"
    })
public final class ConfigCommand implements HostCommand {
  private static final int MOST_WIDTH = 60;
  private static final HostOptions OPTIONS = HostOptions.all();

  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Mixin private ConfigurationOption configurationOption = new ConfigurationOption();

  @Option(
      names = "--check",
      paramLabel = "FILE",
      description =
          "Only check this file, without the environment: its settings, and the files that they"
              + " name.")
  private @Nullable Path checked;

  @Option(names = "--given", description = "Leave settings out that have their default value.")
  private boolean isShort;

  @Option(names = "--json", description = "Print JSON.")
  private boolean isJson;

  @Option(names = "--schema", description = "Print a JSON Schema of the file, for editors.")
  private boolean isSchema;

  /** Creates the command, for the command line. */
  public ConfigCommand() {}

  @Override
  public HostOptions hostOptions() {
    return OPTIONS;
  }

  @Override
  public Integer call() {
    PrintWriter out = spec.commandLine().getOut();
    if (isSchema) {
      out.println(ConfigurationSchema.text());
    } else if (checked != null) {
      Configuration configuration = new ConfigurationReader().file(checked).read();
      HostOptions.host(configuration).host();
      long count = shown(configuration, true).size();
      out.println(checked + ": no problem; " + count + (count == 1 ? " setting." : " settings."));
    } else {
      Configuration configuration = OPTIONS.addTo(configurationOption.reader(), spec).read();
      List<Setting<?>> shown = shown(configuration, isShort);
      if (isJson) {
        out.println(json(configuration, shown));
      } else {
        print(configuration, shown, out);
      }
    }
    out.flush();
    return 0;
  }

  private static List<Setting<?>> shown(Configuration configuration, boolean isGiven) {
    return Settings.all().stream()
        .<Setting<?>>map(each -> each)
        .filter(each -> !isGiven || configuration.source(each).kind() != Source.Kind.DEFAULT)
        .toList();
  }

  private static String json(Configuration configuration, List<Setting<?>> settings) {
    Map<String, Object> all = new LinkedHashMap<>();
    for (Setting<?> setting : settings) {
      List<String> texts = configuration.texts(setting);
      Map<String, Object> value = new LinkedHashMap<>();
      value.put("value", setting.form().isList() ? texts : String.join("", texts));
      value.put("source", configuration.source(setting).toString());
      all.put(setting.name(), value);
    }
    return JsonText.of(all);
  }

  private static void print(
      Configuration configuration, List<Setting<?>> settings, PrintWriter out) {
    int name = width(settings.stream().map(Setting::name));
    int value = width(settings.stream().flatMap(each -> values(configuration, each).stream()));
    String row = "%-" + name + "s  %-" + value + "s  %s";
    for (Setting<?> setting : settings) {
      Source source = configuration.source(setting);
      String from =
          source.kind() == Source.Kind.CODE
              ? "default of this command"
              : Terminal.shown(source.toString());
      List<String> values = values(configuration, setting);
      for (int i = 0; i < values.size(); i++) {
        boolean isFirst = i == 0;
        out.println(
            row.formatted(isFirst ? setting.name() : "", values.get(i), isFirst ? from : "")
                .stripTrailing());
      }
    }
    if (settings.isEmpty()) {
      out.println("Every setting has its default value.");
    }
  }

  /** The values of a setting, each for a line of its own. */
  private static List<String> values(Configuration configuration, Setting<?> setting) {
    List<String> texts = configuration.texts(setting);
    return texts.isEmpty() ? List.of("-") : texts.stream().map(Terminal::shown).toList();
  }

  private static int width(Stream<String> texts) {
    return texts.mapToInt(String::length).filter(each -> each <= MOST_WIDTH).max().orElse(1);
  }
}
