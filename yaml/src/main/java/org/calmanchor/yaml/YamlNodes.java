package org.calmanchor.yaml;

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
 * @param problems makes the exceptions of the module that reads the file
 */
public record YamlNodes(String file, YamlProblems problems) {
  /** The tree of a text; empty if the text is. Refuses a text that is beyond the limits. */
  public Optional<Node> compose(String yaml) {
    LoadSettings settings =
        LoadSettings.builder().setLabel(file).setMaxAliasesForCollections(0).build();
    try {
      new YamlLimits(file, problems).check(settings, yaml);
      StreamReader characters = new StreamReader(settings, yaml);
      return new Composer(settings, new ParserImpl(settings, characters)).getSingleNode();
    } catch (MarkedYamlEngineException malformed) {
      int line = malformed.getProblemMark().map(mark -> mark.getLine() + 1).orElse(0);
      String problem = String.valueOf(malformed.getProblem());
      String hint =
          problem.startsWith("expected ' '")
              ? " Write a space after a tag such as !any, also before a comma or bracket."
              : "";
      throw problems.at(file, line, "is not YAML: " + problem + "." + hint);
    } catch (YamlEngineException malformed) {
      throw problems.at(file, 0, "is not YAML: " + malformed.getMessage());
    }
  }

  /** Whether a node says that there is no value. */
  public static boolean isNull(Node node) {
    return node instanceof ScalarNode scalar
        && scalar.isPlain()
        && (scalar.getValue().isEmpty()
            || scalar.getValue().equals("~")
            || scalar.getValue().equals("null"));
  }

  /** The values of a mapping by their names, in the order of the file. */
  public Map<String, Node> mapping(Node node, String expected) {
    Map<String, Node> values = new LinkedHashMap<>();
    entries(node, expected).forEach((name, entry) -> values.put(name, entry.getValueNode()));
    return values;
  }

  /** The entries of a mapping by their names, in the order of the file. */
  public Map<String, NodeTuple> entries(Node node, String expected) {
    if (!(node instanceof MappingNode mapping)) {
      throw problem(node, "expected " + expected + ".");
    }
    Map<String, NodeTuple> entries = new LinkedHashMap<>();
    for (NodeTuple entry : mapping.getValue()) {
      String name = scalar(entry.getKeyNode(), "a name");
      if (entries.put(name, entry) != null) {
        throw problem(entry.getKeyNode(), "\"" + name + "\" occurs twice.");
      }
    }
    return entries;
  }

  /** The items of a sequence. */
  public List<Node> sequence(@Nullable Node node, String expected) {
    if (node instanceof SequenceNode sequence) {
      return sequence.getValue();
    }
    throw problems.at(file, node == null ? 0 : line(node), "expected " + expected);
  }

  /** The text of a scalar. */
  public String scalar(Node node, String expected) {
    if (node instanceof ScalarNode scalar) {
      return scalar.getValue();
    }
    throw problem(node, "expected " + expected + ".");
  }

  /** The text of a part; null if it is missing. */
  public @Nullable String optional(Map<String, Node> parts, Node node, String name) {
    return parts.containsKey(name) ? required(parts, node, name) : null;
  }

  /** The text of a part that must be there. */
  public String required(Map<String, Node> parts, Node node, String name) {
    Node part = parts.get(name);
    if (part == null || isNull(part)) {
      throw problem(node, "\"" + name + "\" is missing.");
    }
    return scalar(part, "a text");
  }

  /** The text of a part, or another one if it is missing. */
  public String optional(Map<String, Node> parts, String name, String otherwise) {
    Node part = parts.get(name);
    return part == null ? otherwise : scalar(part, "a text");
  }

  /** Refuses parts that are not known. */
  public void requireKnown(Map<String, Node> parts, String... known) {
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

  /** A problem at the line of a node. */
  public RuntimeException problem(Node node, String problem) {
    return problems.at(file, line(node), problem);
  }

  /** The line of a node, from 1; 0 if it is not known. */
  public static int line(Node node) {
    return node.getStartMark().map(mark -> mark.getLine() + 1).orElse(0);
  }
}
