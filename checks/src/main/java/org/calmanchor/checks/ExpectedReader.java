package org.calmanchor.checks;

import java.util.Map;
import java.util.Objects;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.yaml.YamlNodes;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;

/** Reads {@code expect} of a check or a step. */
final class ExpectedReader {
  /** Matches any code of a fault that the contract does not declare. */
  static final String ANY_CODE = "any";

  private final YamlNodes nodes;
  private final ValueReader values;

  ExpectedReader(YamlNodes nodes, ValueReader values) {
    this.nodes = nodes;
    this.values = values;
  }

  /**
   * Reads an expectation.
   *
   * @param node null if it is missing
   * @param check the check, for the message about a missing one
   */
  Expected read(@Nullable Node node, Node check) {
    if (node == null) {
      throw nodes.problem(check, "\"expect\" is missing; write what must come of it.");
    }
    if (node instanceof ScalarNode scalar) {
      if (!scalar.getValue().equals("accepted")) {
        throw nodes.problem(
            node,
            "\"expect\" holds result, fault or undeclaredFault, or is \"accepted\" (one-way).");
      }
      return new Expected.Accepted();
    }
    Map<String, Node> parts = nodes.mapping(node, "result, fault or undeclaredFault");
    if (parts.containsKey("refused")) {
      nodes.requireKnown(parts, "refused");
      return new Expected.Refused(status(parts.get("refused")));
    }
    Compare compare = compare(parts.get("compare"));
    if (parts.containsKey("result")) {
      nodes.requireKnown(parts, "result", "compare", "after");
      return new Expected.Result(values.values(parts.get("result")), compare);
    }
    if (parts.containsKey("undeclaredFault")) {
      nodes.requireKnown(parts, "undeclaredFault", "reason", "detail", "compare", "after");
      String code = nodes.required(parts, node, "undeclaredFault");
      return fault(null, code.equals(ANY_CODE) ? null : code, parts, node, compare);
    }
    if (!parts.containsKey("fault")) {
      throw nodes.problem(
          node,
          "\"expect\" holds \"result\", \"fault\" and its name, \"undeclaredFault\" and its code, or"
              + " \"refused\" and an HTTP status.");
    }
    nodes.requireKnown(parts, "fault", "code", "reason", "detail", "compare", "after");
    String name = nodes.required(parts, node, "fault");
    return fault(name, nodes.optional(parts, node, "code"), parts, node, compare);
  }

  private int status(Node node) {
    String text = nodes.scalar(node, "an HTTP status");
    if (!text.matches("[45]\\d\\d")) {
      throw nodes.problem(
          node, "\"refused\" has an HTTP status, such as 401 or 403, not " + text + ".");
    }
    return Integer.parseInt(text);
  }

  private Expected fault(
      @Nullable String name,
      @Nullable String code,
      Map<String, Node> parts,
      Node node,
      Compare compare) {
    return new Expected.Fault(
        name,
        code,
        nodes.optional(parts, node, "reason"),
        parts.containsKey("detail") ? values.values(parts.get("detail")) : null,
        compare);
  }

  private Compare compare(@Nullable Node node) {
    String text = node == null ? "all" : nodes.scalar(node, "all or named");
    return switch (text) {
      case "all" -> Compare.ALL;
      case "named" -> Compare.NAMED;
      default ->
          throw nodes.problem(
              Objects.requireNonNull(node), "\"compare\" is all or named, not " + text + ".");
    };
  }
}
