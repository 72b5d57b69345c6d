package org.calmanchor.checks;

import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.composer.Composer;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.parser.ParserImpl;
import org.snakeyaml.engine.v2.scanner.StreamReader;

/**
 * Takes YAML nodes apart; what is not as it should be is a problem with its line.
 *
 * @param file what the file is called in problems
 */
record YamlNodes(String file) {
  private static final Duration MOST_TIME = Duration.ofHours(1);

  /** The tree of a text, within the limits of check files. */
  Optional<Node> compose(String yaml) {
    LoadSettings settings =
        LoadSettings.builder().setLabel(file).setMaxAliasesForCollections(0).build();
    try {
      new YamlLimits(file).check(settings, yaml);
      StreamReader characters = new StreamReader(settings, yaml);
      return new Composer(settings, new ParserImpl(settings, characters)).getSingleNode();
    } catch (MarkedYamlEngineException malformed) {
      int line = malformed.getProblemMark().map(mark -> mark.getLine() + 1).orElse(0);
      String problem = String.valueOf(malformed.getProblem());
      String hint =
          problem.startsWith("expected ' '")
              ? " Write a space after a tag such as !any, also before a comma or bracket."
              : "";
      throw new CheckFileException(file, line, "is not YAML: " + problem + "." + hint);
    } catch (YamlEngineException malformed) {
      throw new CheckFileException(file, 0, "is not YAML: " + malformed.getMessage());
    }
  }

  /** How long a stand-in waits; it stands beside the outcome. */
  Duration after(@Nullable Node expect) {
    Node node = expect instanceof MappingNode ? mapping(expect, "an outcome").get("after") : null;
    if (node == null) {
      return Duration.ZERO;
    }
    return duration(node, "after");
  }

  /** A duration of at most an hour. */
  Duration duration(Node node, String name) {
    String text = scalar(node, "a duration");
    try {
      Duration duration = Duration.parse(text);
      if (!duration.isNegative() && duration.compareTo(MOST_TIME) <= 0) {
        return duration;
      }
    } catch (DateTimeParseException malformed) {
      // Reported below, as a duration that is out of range.
    }
    throw problem(
        node, "\"" + name + "\" is a duration from PT0S to PT1H, such as PT2S, not " + text + ".");
  }

  static boolean isNull(Node node) {
    return node instanceof ScalarNode scalar
        && scalar.isPlain()
        && (scalar.getValue().isEmpty()
            || scalar.getValue().equals("~")
            || scalar.getValue().equals("null"));
  }

  Map<String, Node> mapping(Node node, String expected) {
    if (!(node instanceof MappingNode mapping)) {
      throw problem(node, "expected " + expected + ".");
    }
    Map<String, Node> entries = new LinkedHashMap<>();
    for (NodeTuple entry : mapping.getValue()) {
      String name = scalar(entry.getKeyNode(), "a name");
      if (entries.put(name, entry.getValueNode()) != null) {
        throw problem(entry.getKeyNode(), "\"" + name + "\" occurs twice.");
      }
    }
    return entries;
  }

  List<Node> sequence(@Nullable Node node, String expected) {
    if (node instanceof SequenceNode sequence) {
      return sequence.getValue();
    }
    throw new CheckFileException(file, node == null ? 0 : line(node), "expected " + expected);
  }

  String scalar(Node node, String expected) {
    if (node instanceof ScalarNode scalar) {
      return scalar.getValue();
    }
    throw problem(node, "expected " + expected + ".");
  }

  @Nullable String optional(Map<String, Node> parts, Node node, String name) {
    return parts.containsKey(name) ? required(parts, node, name) : null;
  }

  String required(Map<String, Node> parts, Node node, String name) {
    Node part = parts.get(name);
    if (part == null || isNull(part)) {
      throw problem(node, "\"" + name + "\" is missing.");
    }
    return scalar(part, "a text");
  }

  String optional(Map<String, Node> parts, String name, String otherwise) {
    Node part = parts.get(name);
    return part == null ? otherwise : scalar(part, "a text");
  }

  void requireKnown(Map<String, Node> parts, String... known) {
    for (Map.Entry<String, Node> part : parts.entrySet()) {
      if (!List.of(known).contains(part.getKey())) {
        throw problem(
            part.getValue(),
            "\""
                + part.getKey()
                + "\" is not known here; there is "
                + String.join(", ", known)
                + ".");
      }
    }
  }

  CheckFileException problem(Node node, String problem) {
    return new CheckFileException(file, line(node), problem);
  }

  static int line(Node node) {
    return node.getStartMark().map(mark -> mark.getLine() + 1).orElse(0);
  }
}
