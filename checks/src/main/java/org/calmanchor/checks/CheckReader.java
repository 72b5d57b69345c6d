package org.calmanchor.checks;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;

/**
 * Reads check files. Every value is a text, so that {@code 42.50} and {@code no} stay as they were
 * written.
 */
final class CheckReader {
  /** Matches any code of a fault that the contract does not declare. */
  static final String ANY_CODE = "any";

  /** What {@code expect} is of a step that says nothing about its outcome. */
  private static final Expected ANY_RESULT = new Expected.Result(Map.of(), Compare.NAMED);

  private static final int MOST_REPEATS = 1_000;

  private final String file;
  private final YamlNodes nodes;
  private final ValueReader values;
  private final CheckCallerReader callers;

  CheckReader(String file) {
    this.file = file;
    this.nodes = new YamlNodes(file);
    this.values = new ValueReader(nodes);
    this.callers = new CheckCallerReader(nodes, values);
  }

  List<Check> read(String yaml) {
    Optional<Node> root = nodes.compose(yaml);
    if (root.isEmpty()) {
      return List.of();
    }
    Map<String, Node> top = nodes.mapping(root.get(), "a check, or \"checks\" and a list of them");
    if (!top.containsKey("checks")) {
      return List.of(check(root.get(), new Common("", null, Map.of())));
    }
    nodes.requireKnown(top, "service", "caller", "checks", "sets");
    Common common =
        new Common(
            nodes.optional(top, "service", ""),
            callers.read(top.get("caller"), null),
            new LinkedHashMap<>());
    readSets(top.get("sets"), common);
    List<Check> checks = new ArrayList<>();
    for (Node item : nodes.sequence(top.get("checks"), "a list of checks")) {
      checks.add(check(item, common));
    }
    return List.copyOf(checks);
  }

  Map<String, Object> readValues(String yaml) {
    return values.values(nodes.compose(yaml).orElse(null));
  }

  Expected readExpected(String yaml) {
    Optional<Node> root = nodes.compose(yaml);
    if (root.isEmpty()) {
      throw new CheckFileException(
          file, 0, "write result, fault, undeclaredFault or \"accepted\".");
    }
    if (!nodes.after(root.get()).isZero()) {
      throw new CheckFileException(file, 0, "\"after\" is for stand-ins; it belongs into a file.");
    }
    Expected expected = expected(root.get(), root.get());
    if (expected instanceof Expected.Refused) {
      throw new CheckFileException(
          file, 0, "\"refused\" is for checks in files, which calm-anchor check runs.");
    }
    try {
      return new References(Map.of(), name -> null).resolve(expected);
    } catch (IllegalArgumentException reference) {
      throw new CheckFileException(
          file, 0, "!from and !environment are for checks in files, which are run as a whole.");
    }
  }

  /**
   * What all checks of a file have in common.
   *
   * @param sets the named sets of steps, of which one may use those before it
   */
  private record Common(
      String service, @Nullable CheckCaller caller, Map<String, List<Check>> sets) {
    Common with(String otherService, @Nullable CheckCaller otherCaller) {
      return new Common(otherService, otherCaller, sets);
    }
  }

  private void readSets(@Nullable Node node, Common common) {
    if (node != null) {
      nodes
          .mapping(node, "sets of steps by name")
          // As whom they call is known where they are used.
          .forEach(
              (name, steps) ->
                  common.sets().put(name, steps(steps, common.with(common.service(), null))));
    }
  }

  private List<Check> steps(@Nullable Node node, Common common) {
    Map<String, List<Check>> sets = common.sets();
    List<Check> steps = new ArrayList<>();
    List<Node> all = node == null ? List.of() : nodes.sequence(node, "steps, or names of sets");
    for (Node each : all) {
      if (each instanceof ScalarNode name) {
        List<Check> set = sets.get(name.getValue());
        if (set == null) {
          throw nodes.problem(
              each,
              "there is no set \""
                  + name.getValue()
                  + "\" before this; there is "
                  + (sets.isEmpty() ? "none" : String.join(", ", sets.keySet()))
                  + ".");
        }
        set.forEach(step -> steps.add(step.calledBy(common.caller())));
      } else {
        steps.add(step(each, common));
      }
    }
    return steps;
  }

  private Check step(Node node, Common common) {
    Map<String, Node> parts = nodes.mapping(node, "a step: operation, input");
    nodes.requireKnown(
        parts, "step", "operation", "soap", "caller", "input", "headerBlocks", "expect");
    String operation = nodes.required(parts, node, "operation");
    Node expect = parts.get("expect");
    return new Check(
        nodes.optional(parts, "step", operation),
        common.service(),
        operation,
        version(parts.get("soap")),
        values.values(parts.get("input")),
        values.values(parts.get("headerBlocks")),
        expect == null ? ANY_RESULT : expected(expect, node),
        CheckSettings.callBy(callers.read(parts.get("caller"), common.caller())));
  }

  private Check check(Node node, Common common) {
    Map<String, Node> parts = nodes.mapping(node, "a check: check, operation, input, expect");
    nodes.requireKnown(
        parts,
        "check",
        "service",
        "operation",
        "soap",
        "caller",
        "input",
        "headerBlocks",
        "expect",
        "given",
        "tags",
        "within",
        "repeat");
    String service = nodes.optional(parts, "service", common.service());
    CheckCaller caller = callers.read(parts.get("caller"), common.caller());
    return new Check(
        nodes.required(parts, node, "check"),
        service,
        nodes.required(parts, node, "operation"),
        version(parts.get("soap")),
        values.values(parts.get("input")),
        values.values(parts.get("headerBlocks")),
        expected(parts.get("expect"), node),
        new CheckSettings(
            tags(parts.get("tags")),
            steps(parts.get("given"), common.with(service, caller)),
            parts.containsKey("within") ? nodes.duration(parts.get("within"), "within") : null,
            repeat(parts.get("repeat")),
            nodes.after(parts.get("expect")),
            caller));
  }

  private Set<String> tags(@Nullable Node node) {
    Set<String> tags = new LinkedHashSet<>();
    List<Node> all =
        node == null
            ? List.of()
            : node instanceof ScalarNode ? List.of(node) : nodes.sequence(node, "words");
    for (Node each : all) {
      String tag = nodes.scalar(each, "a word");
      if (!tag.matches("[\\w-]+")) {
        throw nodes.problem(
            each, "a tag is a word of letters, digits and hyphens, not \"" + tag + "\".");
      }
      tags.add(tag);
    }
    return tags;
  }

  private int repeat(@Nullable Node node) {
    String text = node == null ? "1" : nodes.scalar(node, "a number");
    int repeat = text.matches("\\d{1,4}") ? Integer.parseInt(text) : 0;
    if (node != null && (repeat < 1 || repeat > MOST_REPEATS)) {
      throw nodes.problem(node, "\"repeat\" is from 1 to " + MOST_REPEATS + ", not " + text + ".");
    }
    return repeat;
  }

  /** The version's number in a check file. */
  static String number(SoapVersion version) {
    return version == SoapVersion.SOAP_1_1 ? "1.1" : "1.2";
  }

  private @Nullable SoapVersion version(@Nullable Node node) {
    if (node == null) {
      return null;
    }
    String text = nodes.scalar(node, "1.1 or 1.2");
    for (SoapVersion version : SoapVersion.values()) {
      if (number(version).equals(text)) {
        return version;
      }
    }
    throw nodes.problem(node, "\"soap\" is 1.1 or 1.2, not " + text + ".");
  }

  private Expected expected(@Nullable Node node, Node check) {
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
          throw new CheckFileException(
              file,
              node == null ? 0 : YamlNodes.line(node),
              "\"compare\" is all or named, not " + text + ".");
    };
  }
}
