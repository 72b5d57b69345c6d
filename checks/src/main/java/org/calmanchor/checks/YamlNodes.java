package org.calmanchor.checks;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/**
 * Takes YAML nodes apart; what is not as it should be is a problem with its line.
 *
 * @param file what the file is called in problems
 */
record YamlNodes(String file) {
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
