package org.calmanchor.checks;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.calmanchor.checks.CheckCaller.Way;
import org.calmanchor.yaml.YamlNodes;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.ScalarNode;

/** Reads and writes {@code caller} of check files. */
final class CheckCallerReader {
  static final String NOBODY = "nobody";

  private final YamlNodes nodes;
  private final ValueReader values;

  CheckCallerReader(YamlNodes nodes, ValueReader values) {
    this.nodes = nodes;
    this.values = values;
  }

  /** The caller; {@code otherwise} if the file does not say. */
  @Nullable CheckCaller read(@Nullable Node node, @Nullable CheckCaller otherwise) {
    if (node == null) {
      return otherwise;
    }
    if (node instanceof ScalarNode word) {
      if (word.getValue().equals(NOBODY)) {
        return CheckCaller.NOBODY;
      }
      throw nodes.problem(
          node,
          "\"caller\" is nobody, or has a name and a password, as in {name: ines, password:"
              + " !environment INES_PASSWORD }, or a token.");
    }
    Map<String, Node> parts = nodes.mapping(node, "a caller: name, password");
    if (parts.containsKey("token")) {
      nodes.requireKnown(parts, "token");
      return new CheckCaller(Way.TOKEN, "", variable(parts, node, "token"));
    }
    nodes.requireKnown(parts, "name", "password", "usernameToken");
    return new CheckCaller(
        way(parts.get("usernameToken")),
        nodes.required(parts, node, "name"),
        variable(parts, node, "password"));
  }

  private Way way(@Nullable Node node) {
    if (node == null) {
      return Way.BASIC;
    }
    String text = nodes.scalar(node, "text or digest");
    return switch (text) {
      case "text" -> Way.USERNAME_TOKEN_TEXT;
      case "digest" -> Way.USERNAME_TOKEN_DIGEST;
      default ->
          throw nodes.problem(node, "\"usernameToken\" is text or digest, not " + text + ".");
    };
  }

  private String variable(Map<String, Node> parts, Node caller, String name) {
    Node node = parts.get(name);
    if (node == null) {
      throw nodes.problem(caller, "\"" + name + "\" is missing.");
    }
    if (values.value(node) instanceof Reference.Environment variable) {
      return variable.name();
    }
    throw nodes.problem(
        node,
        "a "
            + name
            + " does not belong in a file; name the environment variable that has it, as in "
            + name
            + ": !environment INES_"
            + name.toUpperCase(Locale.ROOT));
  }

  /** What a file has for a caller. */
  static Object document(CheckCaller caller) {
    Reference.Environment secret = new Reference.Environment(caller.variable());
    return switch (caller.way()) {
      case NONE -> NOBODY;
      case TOKEN -> Map.of("token", secret);
      case BASIC, USERNAME_TOKEN_TEXT, USERNAME_TOKEN_DIGEST -> {
        Map<String, Object> parts = new LinkedHashMap<>();
        parts.put("name", caller.name());
        parts.put("password", secret);
        if (caller.way() != Way.BASIC) {
          parts.put("usernameToken", caller.way() == Way.USERNAME_TOKEN_TEXT ? "text" : "digest");
        }
        yield parts;
      }
    };
  }
}
