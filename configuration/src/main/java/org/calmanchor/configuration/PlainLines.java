package org.calmanchor.configuration;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * A configuration file as plain lines, for bundles: reading YAML takes a tenth of their start. A
 * line has the place in the file, the name of the setting, and one of its values, with tabs
 * between; a setting without a value has a line without one.
 */
public final class PlainLines {
  private PlainLines() {}

  /**
   * The lines of the text of a file.
   *
   * @param path what it is called in problems; files that it names are found beside it
   * @throws ConfigurationException with all problems of the file
   */
  public static String of(Path path, String text) {
    Layers layers = new Layers();
    new ConfigurationFile(path, layers).read(text);
    layers.requireNoProblem();
    return layers.of(Source.Kind.FILE).entrySet().stream()
        .map(each -> lines(each.getKey(), each.getValue()))
        .collect(Collectors.joining());
  }

  private static String lines(Setting<?> setting, GivenValue<?> given) {
    String start = given.source().text() + "\t" + setting.name();
    return given.texts().isEmpty()
        ? start + "\n"
        : given.texts().stream()
            .map(text -> start + "\t" + escaped(text) + "\n")
            .collect(Collectors.joining());
  }

  private static String escaped(String text) {
    return text.replace("\\", "\\\\")
        .replace("\t", "\\t")
        .replace("\n", "\\n")
        .replace("\r", "\\r");
  }

  /** Gives the settings in such lines to the layers. */
  static void read(String lines, Layers layers) {
    Map<String, List<String>> texts = new LinkedHashMap<>();
    Map<String, String> places = new LinkedHashMap<>();
    for (String line : lines.split("\n", -1)) {
      String[] parts = line.split("\t", -1);
      if (parts.length < 2) {
        continue;
      }
      places.put(parts[1], parts[0]);
      List<String> values = texts.computeIfAbsent(parts[1], name -> new ArrayList<>());
      if (parts.length > 2) {
        values.add(parts[2].translateEscapes());
      }
    }
    texts.forEach((name, values) -> add(name, values, places.getOrDefault(name, ""), layers));
  }

  private static void add(String name, List<String> values, String place, Layers layers) {
    Setting<?> setting = Settings.named(name);
    if (setting == null) {
      layers.problem(place + ": this release knows no setting \"" + name + "\".");
    } else {
      layers.add(setting, values, new Source(Source.Kind.FILE, place), place + ": " + name);
    }
  }
}
