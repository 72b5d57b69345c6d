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
import org.calmanchor.yaml.YamlNodes;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;

/**
 * Reads check files. Every value is a text, so that {@code 42.50} and {@code no} stay as they were
 * written.
 */
final class CheckReader {
  /** What {@code expect} is of a step that says nothing about its outcome. */
  private static final Expected ANY_RESULT = new Expected.Result(Map.of(), Compare.NAMED);

  private static final int MOST_REPEATS = 1_000;

  private final String file;
  private final YamlNodes nodes;
  private final DurationReader durations;
  private final ValueReader values;
  private final ExpectedReader expectations;
  private final CheckCallerReader callers;

  CheckReader(String file) {
    this.file = file;
    this.nodes = new YamlNodes(file, CheckFileException::new);
    this.durations = new DurationReader(nodes);
    this.values = new ValueReader(nodes);
    this.expectations = new ExpectedReader(nodes, values);
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
    if (!durations.after(root.get()).isZero()) {
      throw new CheckFileException(file, 0, "\"after\" is for stand-ins; it belongs into a file.");
    }
    Expected expected = expectations.read(root.get(), root.get());
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
        expect == null ? ANY_RESULT : expectations.read(expect, node),
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
        expectations.read(parts.get("expect"), node),
        new CheckSettings(
            tags(parts.get("tags")),
            steps(parts.get("given"), common.with(service, caller)),
            parts.containsKey("within") ? durations.duration(parts.get("within"), "within") : null,
            repeat(parts.get("repeat")),
            durations.after(parts.get("expect")),
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
}
