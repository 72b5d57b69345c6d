package org.calmanchor.configuration;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.yaml.YamlNodes;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads a configuration file: a mapping in which every value is a text, a list, or a mapping. */
final class ConfigurationFile {
  private static final String STANDARD_OUTPUT = "-";

  private final Path path;
  private final Layers layers;
  private final YamlNodes nodes;

  ConfigurationFile(Path path, Layers layers) {
    this.path = path;
    this.layers = layers;
    this.nodes =
        new YamlNodes(
            path.toString(),
            (file, line, problem) ->
                new ConfigurationException(file + (line > 0 ? ":" + line : "") + ": " + problem));
  }

  /** Gives the settings and the problems to the layers. */
  void read(String text) {
    try {
      nodes.compose(text).ifPresent(this::readAll);
    } catch (ConfigurationException malformed) {
      layers.problem(String.valueOf(malformed.getMessage()));
    }
  }

  private void readAll(Node root) {
    Map<String, NodeTuple> all = nodes.entries(root, "settings, such as \"port: 8080\"");
    for (Map.Entry<String, NodeTuple> each : all.entrySet()) {
      if (each.getKey().equals(Settings.LIMITS_KEY)) {
        nodes
            .entries(each.getValue().getValueNode(), "limits, such as \"body-bytes: 33554432\"")
            .forEach((name, limit) -> readGuarded(Settings.LIMITS_KEY + "." + name, limit));
      } else {
        readGuarded(each.getKey(), each.getValue());
      }
    }
  }

  /** Reads on after a problem, so that all of them are reported. */
  private void readGuarded(String name, NodeTuple entry) {
    try {
      readSetting(name, entry);
    } catch (ConfigurationException wrong) {
      layers.problem(String.valueOf(wrong.getMessage()));
    }
  }

  private void readSetting(String name, NodeTuple entry) {
    Setting<?> setting = Settings.named(name);
    Node key = entry.getKeyNode();
    if (setting == null) {
      List<String> known = new ArrayList<>(Settings.names());
      known.add(Settings.LIMITS_KEY);
      throw nodes.problem(
          key,
          "there is no setting \""
              + name
              + "\". "
              + NearMiss.of(name, known, "calm-anchor config lists all settings."));
    }
    if (setting.isSecret()) {
      throw nodes.problem(
          key,
          name
              + " is a secret, which is not kept in a file. Set the environment variable "
              + setting.variable()
              + ".");
    }
    Source source = new Source(Source.Kind.FILE, path + ":" + YamlNodes.line(key));
    layers.add(setting, texts(setting, entry.getValueNode()), source, source + ": " + name);
  }

  private List<String> texts(Setting<?> setting, Node value) {
    List<String> texts = new ArrayList<>();
    if (value instanceof SequenceNode sequence && setting.form().isList()) {
      sequence.getValue().forEach(item -> texts.add(text(setting, item)));
    } else if (value instanceof MappingNode && setting.equals(Settings.SERVICES)) {
      nodes
          .mapping(value, "paths with classes")
          .forEach((servicePath, classes) -> addServices(servicePath, classes, texts));
    } else if (!YamlNodes.isNull(value)) {
      texts.add(text(setting, value));
    } else if (!setting.form().isList()) {
      throw nodes.problem(value, setting + " has no value; write " + setting.form().words() + ".");
    }
    return texts;
  }

  private void addServices(String servicePath, Node classes, List<String> texts) {
    List<Node> all = classes instanceof SequenceNode list ? list.getValue() : List.of(classes);
    for (Node each : all) {
      texts.add(servicePath + "=" + nodes.scalar(each, "the full name of a class"));
    }
  }

  /** The text of a value; files are found beside the configuration. */
  private String text(Setting<?> setting, Node value) {
    String text = nodes.scalar(value, setting.form().words());
    if (!setting.form().isFile() || text.isBlank() || text.strip().equals(STANDARD_OUTPUT)) {
      return text;
    }
    return path.resolveSibling(text).toString();
  }
}
