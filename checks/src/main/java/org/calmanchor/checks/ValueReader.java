package org.calmanchor.checks;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.core.simple.PatternFacet;
import org.calmanchor.yaml.YamlNodes;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Reads the values of messages: texts, structures, lists, matchers, references. */
final class ValueReader {
  private static final Pattern RANGE = Pattern.compile("(\\S*)\\s*\\.\\.\\s*(\\S*)");
  private static final Pattern NEAR = Pattern.compile("(\\S+)\\s*\\+-\\s*(\\S+)");
  private static final Pattern STEP = Pattern.compile("([^/]+)/(.+)");

  /** Of a range, or a number and what it may be off; matching a longer text takes long. */
  private static final int MOST_CHARACTERS = 2_100;

  private final YamlNodes nodes;

  ValueReader(YamlNodes nodes) {
    this.nodes = nodes;
  }

  /** The members of a structure by name; absent ones are left out. */
  Map<String, Object> values(@Nullable Node node) {
    Map<String, Object> values = new LinkedHashMap<>();
    if (node != null && isOurs(tag(node))) {
      throw nodes.problem(
          node,
          tag(node)
              + " stands for one member; write it there, as in {result: "
              + tag(node)
              + " }.");
    }
    if (node != null && !YamlNodes.isNull(node)) {
      nodes
          .mapping(node, "members by name, such as {name: value}")
          .forEach((name, member) -> put(values, name, member));
    }
    return values;
  }

  private void put(Map<String, Object> values, String name, Node member) {
    // A member without a value is absent.
    if (!YamlNodes.isNull(member) || isOurs(tag(member))) {
      values.put(name, value(member));
    }
  }

  Object value(Node node) {
    String tag = tag(node);
    if (isOurs(tag)) {
      return tagged(tag, node, node);
    }
    if (node instanceof MappingNode) {
      Map<String, Node> members = nodes.mapping(node, "members by name");
      // JSON has no tags; no XML name begins with an exclamation mark.
      for (Map.Entry<String, Node> member : members.entrySet()) {
        if (members.size() == 1 && isOurs(member.getKey())) {
          return tagged(member.getKey(), member.getValue(), node);
        }
      }
      return values(node);
    }
    return node instanceof SequenceNode ? items(node) : nodes.scalar(node, "a value");
  }

  private List<Object> items(Node node) {
    List<Object> items = new ArrayList<>();
    nodes.sequence(node, "a list").forEach(item -> items.add(value(item)));
    return items;
  }

  private static String tag(Node node) {
    return node.getTag().getValue();
  }

  private static boolean isOurs(String tag) {
    return tag.startsWith("!") && tag.length() > 1;
  }

  private Object tagged(String tag, Node node, Node place) {
    return switch (tag) {
      case "!any" -> new org.calmanchor.checks.Matcher.Any();
      case "!present" -> new org.calmanchor.checks.Matcher.Present();
      case "!absent" -> new org.calmanchor.checks.Matcher.Absent();
      case "!pattern" -> pattern(node);
      case "!range" -> range(node);
      case "!near" -> near(node);
      case "!unordered" -> new org.calmanchor.checks.Matcher.Unordered(items(node));
      case "!from" -> step(node);
      case "!environment" ->
          new Reference.Environment(nodes.scalar(node, "the name of a variable"));
      default ->
          throw nodes.problem(
              place,
              "\""
                  + tag
                  + "\" is not known; there is !any, !present, !absent, !pattern, !range, !near,"
                  + " !unordered, !from, !environment.");
    };
  }

  private Object pattern(Node node) {
    String text = nodes.scalar(node, "a regular expression");
    try {
      PatternFacet.of(text);
      return new org.calmanchor.checks.Matcher.Pattern(text);
    } catch (IllegalArgumentException malformed) {
      throw nodes.problem(
          node, "!pattern " + text + " is not a pattern of XML Schema: " + malformed.getMessage());
    }
  }

  private Object range(Node node) {
    String text = nodes.scalar(node, "a range");
    Matcher bounds = RANGE.matcher(text.strip());
    if (text.length() > MOST_CHARACTERS
        || !bounds.matches()
        || (bounds.group(1).isEmpty() && bounds.group(2).isEmpty())
        || !isBound(bounds.group(1))
        || !isBound(bounds.group(2))) {
      throw nodes.problem(
          node, "!range needs numbers or dates, as in !range 10 .. 20, or one bound: !range 10 ..");
    }
    return new org.calmanchor.checks.Matcher.Range(bounds.group(1), bounds.group(2));
  }

  private static boolean isBound(String text) {
    return text.isEmpty() || ValueMatching.ordered(text) != null;
  }

  private Object near(Node node) {
    String text = nodes.scalar(node, "a number");
    Matcher parts = NEAR.matcher(text.strip());
    boolean isForm = text.length() <= MOST_CHARACTERS && parts.matches();
    BigDecimal value = isForm ? ValueMatching.number(parts.group(1)) : null;
    BigDecimal tolerance = isForm ? ValueMatching.number(parts.group(2)) : null;
    if (value == null || tolerance == null || tolerance.signum() < 0) {
      throw nodes.problem(
          node, "!near needs a number and how far off it may be, as in !near 12.5 +- 0.1");
    }
    return new org.calmanchor.checks.Matcher.Near(value, tolerance);
  }

  private Object step(Node node) {
    Matcher parts = STEP.matcher(nodes.scalar(node, "a step and a path"));
    if (!parts.matches()) {
      throw nodes.problem(
          node, "!from needs the name of a step and a path, as in !from reserve/result/number");
    }
    return new Reference.Step(parts.group(1), parts.group(2));
  }
}
