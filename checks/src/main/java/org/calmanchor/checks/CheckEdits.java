package org.calmanchor.checks;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.yaml.YamlNodes;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Changes what checks of a file expect, and nothing else in its text. */
record CheckEdits(YamlNodes nodes) {
  /**
   * The text of a file in which some checks expect something else; the rest stays as it is.
   *
   * @param renewed the expectations by the check's name
   */
  String apply(String yaml, Map<String, Expected> renewed) {
    Map<String, Node> top =
        nodes.mapping(nodes.compose(yaml).orElseThrow(), "a check, or a list of them");
    List<Map<String, Node>> checks = new ArrayList<>();
    if (top.containsKey("checks")) {
      nodes
          .sequence(top.get("checks"), "a list of checks")
          .forEach(each -> checks.add(nodes.mapping(each, "a check")));
    } else {
      checks.add(top);
    }
    int[] characters = yaml.codePoints().toArray();
    StringBuilder text = new StringBuilder();
    int done = 0;
    for (Map<String, Node> check : checks) {
      Node expect = check.get("expect");
      Expected expected = renewed.get(nodes.optional(check, "check", ""));
      if (expect != null && expected != null) {
        int start = expect.getStartMark().orElseThrow().getIndex();
        text.append(new String(characters, done, start - done).stripTrailing()).append(' ');
        text.append(CheckWriter.inline(expected, new DurationReader(nodes).after(expect)));
        done = end(expect);
      }
    }
    return text.append(new String(characters, done, characters.length - done)).toString();
  }

  /**
   * Where a node's last character is. A block as a whole ends before the next node only, so that
   * comments after it would belong to it.
   */
  private static int end(Node node) {
    if (node instanceof MappingNode mapping
        && mapping.getFlowStyle() == FlowStyle.BLOCK
        && !mapping.getValue().isEmpty()) {
      return end(mapping.getValue().get(mapping.getValue().size() - 1).getValueNode());
    }
    if (node instanceof SequenceNode sequence
        && sequence.getFlowStyle() == FlowStyle.BLOCK
        && !sequence.getValue().isEmpty()) {
      return end(sequence.getValue().get(sequence.getValue().size() - 1));
    }
    return node.getEndMark().orElseThrow().getIndex();
  }
}
