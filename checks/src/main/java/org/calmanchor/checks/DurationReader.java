package org.calmanchor.checks;

import java.time.Duration;
import java.time.format.DateTimeParseException;
import org.calmanchor.yaml.YamlNodes;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;

/** Reads the durations in check files. */
record DurationReader(YamlNodes nodes) {
  private static final Duration MOST_TIME = Duration.ofHours(1);

  /** How long a stand-in waits; it stands beside the outcome. */
  Duration after(@Nullable Node expect) {
    Node node =
        expect instanceof MappingNode ? nodes.mapping(expect, "an outcome").get("after") : null;
    if (node == null) {
      return Duration.ZERO;
    }
    return duration(node, "after");
  }

  /** A duration of at most an hour. */
  Duration duration(Node node, String name) {
    String text = nodes.scalar(node, "a duration");
    try {
      Duration duration = Duration.parse(text);
      if (!duration.isNegative() && duration.compareTo(MOST_TIME) <= 0) {
        return duration;
      }
    } catch (DateTimeParseException malformed) {
      // Reported below, as a duration that is out of range.
    }
    throw nodes.problem(
        node, "\"" + name + "\" is a duration from PT0S to PT1H, such as PT2S, not " + text + ".");
  }
}
