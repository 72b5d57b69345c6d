package org.calmanchor.checks;

import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.model.SoapVersion;
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
 * Reads check files. Every value is a text, so that {@code 42.50} and {@code no} stay as they were
 * written.
 */
final class CheckReader {
  /** Matches any code of a fault that the contract does not declare. */
  static final String ANY_CODE = "any";

  private static final Duration MOST_AFTER = Duration.ofHours(1);

  private final String file;

  CheckReader(String file) {
    this.file = file;
  }

  List<Check> read(String yaml) {
    Optional<Node> root = compose(yaml);
    if (root.isEmpty()) {
      return List.of();
    }
    Map<String, Node> top = mapping(root.get(), "a check, or \"checks\" and a list of them");
    if (!top.containsKey("checks")) {
      return List.of(check(root.get(), ""));
    }
    requireKnown(top, "service", "checks");
    String service = optional(top, "service", "");
    List<Check> checks = new ArrayList<>();
    for (Node item : sequence(top.get("checks"), "a list of checks")) {
      checks.add(check(item, service));
    }
    return List.copyOf(checks);
  }

  Map<String, Object> readValues(String yaml) {
    return values(compose(yaml).orElse(null));
  }

  Expected readExpected(String yaml) {
    Optional<Node> root = compose(yaml);
    if (root.isEmpty()) {
      throw new CheckFileException(
          file, 0, "write result, fault, undeclaredFault or \"accepted\".");
    }
    if (!after(root.get()).isZero()) {
      throw new CheckFileException(file, 0, "\"after\" is for stand-ins; it belongs into a file.");
    }
    return expected(root.get(), root.get());
  }

  private Optional<Node> compose(String yaml) {
    LoadSettings settings =
        LoadSettings.builder().setLabel(file).setMaxAliasesForCollections(0).build();
    try {
      new YamlLimits(file).check(settings, yaml);
      StreamReader characters = new StreamReader(settings, yaml);
      return new Composer(settings, new ParserImpl(settings, characters)).getSingleNode();
    } catch (MarkedYamlEngineException malformed) {
      int line = malformed.getProblemMark().map(mark -> mark.getLine() + 1).orElse(0);
      throw new CheckFileException(file, line, "is not YAML: " + malformed.getProblem() + ".");
    } catch (YamlEngineException malformed) {
      throw new CheckFileException(file, 0, "is not YAML: " + malformed.getMessage());
    }
  }

  private Check check(Node node, String serviceOfAll) {
    Map<String, Node> parts = mapping(node, "a check: check, operation, input, expect");
    requireKnown(parts, "check", "service", "operation", "soap", "input", "headerBlocks", "expect");
    return new Check(
        required(parts, node, "check"),
        optional(parts, "service", serviceOfAll),
        required(parts, node, "operation"),
        version(parts.get("soap")),
        values(parts.get("input")),
        values(parts.get("headerBlocks")),
        expected(parts.get("expect"), node),
        after(parts.get("expect")));
  }

  /** How long a stand-in waits; it stands beside the outcome. */
  private Duration after(@Nullable Node expect) {
    Node node = expect instanceof MappingNode ? mapping(expect, "an outcome").get("after") : null;
    if (node == null) {
      return Duration.ZERO;
    }
    String text = scalar(node, "a duration");
    try {
      Duration after = Duration.parse(text);
      if (!after.isNegative() && after.compareTo(MOST_AFTER) <= 0) {
        return after;
      }
    } catch (DateTimeParseException malformed) {
      // Reported below, as a duration that is out of range.
    }
    throw problem(
        node, "\"after\" is a duration from PT0S to PT1H, such as PT2S, not " + text + ".");
  }

  /** The version's number in a check file. */
  static String number(SoapVersion version) {
    return version == SoapVersion.SOAP_1_1 ? "1.1" : "1.2";
  }

  private @Nullable SoapVersion version(@Nullable Node node) {
    if (node == null) {
      return null;
    }
    String text = scalar(node, "1.1 or 1.2");
    for (SoapVersion version : SoapVersion.values()) {
      if (number(version).equals(text)) {
        return version;
      }
    }
    throw problem(node, "\"soap\" is 1.1 or 1.2, not " + text + ".");
  }

  private Expected expected(@Nullable Node node, Node check) {
    if (node == null) {
      throw problem(check, "\"expect\" is missing; write what must come of it.");
    }
    if (node instanceof ScalarNode scalar) {
      if (!scalar.getValue().equals("accepted")) {
        throw problem(
            node,
            "\"expect\" holds result, fault or undeclaredFault, or is \"accepted\" (one-way).");
      }
      return new Expected.Accepted();
    }
    Map<String, Node> parts = mapping(node, "result, fault or undeclaredFault");
    Compare compare = compare(parts.get("compare"));
    if (parts.containsKey("result")) {
      requireKnown(parts, "result", "compare", "after");
      return new Expected.Result(values(parts.get("result")), compare);
    }
    if (parts.containsKey("undeclaredFault")) {
      requireKnown(parts, "undeclaredFault", "reason", "detail", "compare", "after");
      String code = required(parts, node, "undeclaredFault");
      return fault(null, code.equals(ANY_CODE) ? null : code, parts, node, compare);
    }
    if (!parts.containsKey("fault")) {
      throw problem(
          node,
          "\"expect\" holds \"result\", \"fault\" and its name, or \"undeclaredFault\" and its code.");
    }
    requireKnown(parts, "fault", "code", "reason", "detail", "compare", "after");
    String name = required(parts, node, "fault");
    return fault(name, optional(parts, node, "code"), parts, node, compare);
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
        optional(parts, node, "reason"),
        parts.containsKey("detail") ? values(parts.get("detail")) : null,
        compare);
  }

  private @Nullable String optional(Map<String, Node> parts, Node node, String name) {
    return parts.containsKey(name) ? required(parts, node, name) : null;
  }

  private Compare compare(@Nullable Node node) {
    String text = node == null ? "all" : scalar(node, "all or named");
    return switch (text) {
      case "all" -> Compare.ALL;
      case "named" -> Compare.NAMED;
      default ->
          throw new CheckFileException(
              file,
              node == null ? 0 : line(node),
              "\"compare\" is all or named, not " + text + ".");
    };
  }

  private Map<String, Object> values(@Nullable Node node) {
    Map<String, Object> values = new LinkedHashMap<>();
    if (node != null && !isNull(node)) {
      mapping(node, "members by name").forEach((name, member) -> put(values, name, member));
    }
    return values;
  }

  private void put(Map<String, Object> values, String name, Node member) {
    // A member without a value is absent.
    if (!isNull(member)) {
      values.put(name, value(member));
    }
  }

  private Object value(Node node) {
    if (node instanceof MappingNode) {
      return values(node);
    }
    if (node instanceof SequenceNode) {
      List<Object> items = new ArrayList<>();
      sequence(node, "a list").forEach(item -> items.add(value(item)));
      return items;
    }
    return scalar(node, "a value");
  }

  private static boolean isNull(Node node) {
    return node instanceof ScalarNode scalar
        && scalar.isPlain()
        && (scalar.getValue().isEmpty()
            || scalar.getValue().equals("~")
            || scalar.getValue().equals("null"));
  }

  private Map<String, Node> mapping(Node node, String expected) {
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

  private List<Node> sequence(@Nullable Node node, String expected) {
    if (node instanceof SequenceNode sequence) {
      return sequence.getValue();
    }
    throw new CheckFileException(file, node == null ? 0 : line(node), "expected " + expected);
  }

  private String scalar(Node node, String expected) {
    if (node instanceof ScalarNode scalar) {
      return scalar.getValue();
    }
    throw problem(node, "expected " + expected + ".");
  }

  private String required(Map<String, Node> parts, Node node, String name) {
    Node part = parts.get(name);
    if (part == null || isNull(part)) {
      throw problem(node, "\"" + name + "\" is missing.");
    }
    return scalar(part, "a text");
  }

  private String optional(Map<String, Node> parts, String name, String otherwise) {
    Node part = parts.get(name);
    return part == null ? otherwise : scalar(part, "a text");
  }

  private void requireKnown(Map<String, Node> parts, String... known) {
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

  private CheckFileException problem(Node node, String problem) {
    return new CheckFileException(file, line(node), problem);
  }

  private static int line(Node node) {
    return node.getStartMark().map(mark -> mark.getLine() + 1).orElse(0);
  }
}
