package org.calmanchor.configuration;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.calmanchor.core.problem.NearMiss;
import org.jspecify.annotations.Nullable;

/**
 * Reads a configuration from several sources. Of several values of a setting the one counts whose
 * source comes last in {@link Source.Kind}, whatever the order of the calls. Every value is
 * checked, also one that does not count. Not safe for several threads.
 */
public final class ConfigurationReader {
  /** The variable that names the file. */
  static final String FILE_VARIABLE = Setting.VARIABLES + "CONFIG";

  /** Variables of ours that are no settings of a host. */
  private static final Set<String> OTHERS =
      Set.of(
          FILE_VARIABLE,
          Setting.VARIABLES + "PASSWORD",
          Setting.VARIABLES + "TOKEN",
          Setting.VARIABLES + "CERTIFICATE_PASSWORD",
          Setting.VARIABLES + "JAVA_OPTS");

  private static final Pattern OF_CLUSTER_NAME =
      Pattern.compile(Setting.VARIABLES + "(SERVICE_(HOST|PORT\\w*)|PORT_\\d+_\\w+)");
  private static final Pattern OF_CLUSTER_VALUE = Pattern.compile("(tcp|udp|sctp)://");

  private final Layers layers = new Layers();
  private @Nullable Path file;

  /** Creates a reader that knows no source yet. */
  public ConfigurationReader() {}

  /**
   * Reads the file {@link Configuration#FILE} in the working folder, if there is one, or the file
   * that {@code CALM_ANCHOR_CONFIG} names, the environment, and arguments such as {@code
   * --port=8080}.
   *
   * @throws ConfigurationException with all problems
   */
  public static Configuration read(String... arguments) {
    ConfigurationReader reader = new ConfigurationReader().environment(System.getenv());
    Path named = reader.file();
    return (named == null ? reader.fileIfThere(Path.of(Configuration.FILE)) : reader.file(named))
        .arguments(List.of(arguments))
        .read();
  }

  /** Sets what counts if nobody else says anything. */
  public ConfigurationReader code(Setting<?> setting, String... texts) {
    layers.add(setting, List.of(texts), new Source(Source.Kind.CODE, "code"), setting.name());
    return this;
  }

  /** Adds the settings in a file, which must be there. */
  public ConfigurationReader file(Path path) {
    try {
      text(path, Files.readString(path, StandardCharsets.UTF_8));
    } catch (CharacterCodingException noText) {
      layers.problem(path + " is no text in UTF-8.");
    } catch (IOException unreadable) {
      layers.problem(path + (Files.exists(path) ? " cannot be read." : ": there is no such file."));
    }
    return this;
  }

  /**
   * Adds the settings in the text of a file, such as one inside a jar. A file that is added later
   * replaces single settings of it.
   *
   * @param path what it is called in problems; files that it names are found beside it
   */
  public ConfigurationReader text(Path path, String text) {
    new ConfigurationFile(path, layers).read(text);
    return this;
  }

  /** Adds the settings of a file that was bundled as {@linkplain PlainLines plain lines}. */
  public ConfigurationReader plainLines(String lines) {
    PlainLines.read(lines, layers);
    return this;
  }

  /** Adds the settings in a file if it is there. */
  public ConfigurationReader fileIfThere(Path path) {
    return Files.exists(path) ? file(path) : this;
  }

  /** The file that the environment names; null if it does not name one. */
  public @Nullable Path file() {
    return file;
  }

  /** Adds the settings in environment variables; a list has commas between its values. */
  public ConfigurationReader environment(Map<String, String> variables) {
    Map<String, Setting<?>> known = new HashMap<>();
    Settings.all().forEach(each -> known.put(each.variable(), each));
    new TreeMap<>(variables)
        .forEach(
            (name, value) -> {
              Setting<?> setting = known.get(name);
              if (isOfCluster(name, value)) {
                return;
              }
              if (setting != null) {
                Source source = new Source(Source.Kind.ENVIRONMENT, name);
                layers.add(setting, split(setting, value), source, name);
              } else if (name.startsWith(Setting.VARIABLES) && !OTHERS.contains(name)) {
                layers.problem(unknown(name, known.keySet(), "variable"));
              }
            });
    String named = variables.get(FILE_VARIABLE);
    if (named != null && !named.isBlank()) {
      file = Path.of(named);
    }
    return this;
  }

  /**
   * Whether a cluster has set a variable, because it has a service by the name of calm-anchor: it
   * gives the addresses of its services to every program.
   */
  private static boolean isOfCluster(String name, String value) {
    return OF_CLUSTER_NAME.matcher(name).matches() || OF_CLUSTER_VALUE.matcher(value).lookingAt();
  }

  /** Adds the value of an option; a list has commas between its values, or several texts. */
  public ConfigurationReader option(Setting<?> setting, List<String> texts) {
    String option = "--" + setting;
    if (setting.isSecret()) {
      layers.problem(
          option
              + ": a secret is no argument, because others can see it. Set the environment variable "
              + setting.variable()
              + ".");
      return this;
    }
    List<String> values = new ArrayList<>();
    texts.forEach(text -> values.addAll(split(setting, text)));
    layers.add(setting, values, new Source(Source.Kind.OPTION, option), option);
    return this;
  }

  /**
   * Adds options as they stand in an argument list: {@code --port=8080}, {@code --lenient}, {@code
   * --no-lenient}.
   */
  public ConfigurationReader arguments(List<String> arguments) {
    Map<Setting<?>, List<String>> options = new LinkedHashMap<>();
    for (String argument : arguments) {
      int equals = argument.indexOf('=');
      String name = equals < 0 ? argument : argument.substring(0, equals);
      boolean isOff = equals < 0 && name.startsWith("--no-");
      Setting<?> setting =
          name.startsWith("--") ? Settings.named(name.substring(isOff ? 5 : 2)) : null;
      if (setting == null) {
        List<String> known = Settings.names().stream().map(each -> "--" + each).toList();
        layers.problem(unknown(name, known, "option"));
      } else {
        String alone = setting.form().isSwitch() ? String.valueOf(!isOff) : "";
        options
            .computeIfAbsent(setting, key -> new ArrayList<>())
            .add(equals < 0 ? alone : argument.substring(equals + 1));
      }
    }
    options.forEach(this::option);
    return this;
  }

  /**
   * Adds a setting that code gives by its name, such as a parameter of a servlet.
   *
   * @param place what it is called in problems
   */
  public ConfigurationReader parameter(String place, String name, String value) {
    Setting<?> setting = Settings.named(name);
    if (setting == null) {
      layers.problem(place + ": " + noSuch(name, Settings.names(), "setting"));
    } else {
      Source source = new Source(Source.Kind.CODE, place);
      layers.add(setting, split(setting, value), source, place);
    }
    return this;
  }

  private static List<String> split(Setting<?> setting, String value) {
    return setting.form().isList()
        ? Arrays.stream(value.split(",", -1)).filter(each -> !each.isBlank()).toList()
        : List.of(value);
  }

  private static String unknown(String name, Iterable<String> known, String what) {
    return name + ": " + noSuch(name, known, what);
  }

  private static String noSuch(String name, Iterable<String> known, String what) {
    List<String> names = new ArrayList<>();
    known.forEach(names::add);
    return "there is no such "
        + what
        + ". "
        + NearMiss.of(name, names, "calm-anchor config lists all settings.");
  }

  /**
   * The configuration.
   *
   * @throws ConfigurationException with all problems
   */
  public Configuration read() {
    return layers.configuration();
  }
}
