package org.calmanchor.callers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import org.calmanchor.yaml.YamlNodes;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;

/** Takes the tree of a file of callers apart. */
record CallersReader(YamlNodes nodes) {
  private static final Set<String> PARTS = Set.of("certificate", "password", "roles");
  private static final List<String> OF_TOKENS =
      List.of("keys", "issuer", "audience", "name", "roles");

  CallersReader(String file) {
    this(new YamlNodes(file, CallersFileException::new));
  }

  CallersText read(String text) {
    Node root = nodes.compose(text).orElse(null);
    if (root == null) {
      throw nodes.problems().at(nodes.file(), 0, "\"callers:\" is missing.");
    }
    Map<String, NodeTuple> top = nodes.entries(root, "\"callers:\" and the callers below it");
    NodeTuple callers = top.remove("callers");
    NodeTuple tokens = top.remove("tokens");
    NodeTuple operations = top.remove("operations");
    NodeTuple usernameTokens = top.remove("usernameTokens");
    if (callers == null || !top.isEmpty()) {
      throw nodes.problem(
          root,
          "there is \"callers:\" with the callers below it, and perhaps \"tokens:\","
              + " \"usernameTokens:\" and \"operations:\", and nothing else.");
    }
    Node node = callers.getValueNode();
    Map<String, CallerEntry> entries = new LinkedHashMap<>();
    if (!isAbsent(node)) {
      nodes
          .entries(node, "callers by their names")
          .forEach((name, tuple) -> entries.put(name, entry(name, tuple)));
    }
    boolean isBlock =
        !(node instanceof MappingNode mapping) || mapping.getFlowStyle() == FlowStyle.BLOCK;
    return new CallersText(
        nodes.file(),
        text,
        YamlNodes.line(callers.getKeyNode()),
        isBlock,
        entries,
        tokens == null ? null : tokens(tokens),
        usernameTokens != null && takesUsernameTokens(usernameTokens.getValueNode()),
        operations == null ? Map.of() : operations(operations));
  }

  private CallerEntry entry(String name, NodeTuple tuple) {
    Node key = tuple.getKeyNode();
    if (!Caller.isName(name)) {
      throw nodes.problem(
          key, "a name has no colon and no control characters, and is not longer than 255.");
    }
    Map<String, NodeTuple> parts =
        nodes.entries(tuple.getValueNode(), "\"password\", \"certificate\" and \"roles\"");
    for (Map.Entry<String, NodeTuple> part : parts.entrySet()) {
      if (!PARTS.contains(part.getKey())) {
        throw nodes.problem(
            part.getValue().getKeyNode(),
            "\""
                + part.getKey()
                + "\" is not known here; there is password, certificate and roles.");
      }
    }
    String hash = text(parts, "password");
    String certificate = text(parts, "certificate");
    NodeTuple password = parts.get("password");
    if (password == null ? certificate.isEmpty() : !PasswordHash.isKnown(hash)) {
      throw nodes.problem(
          password == null ? key : password.getValueNode(),
          "the password of "
              + name
              + (password == null ? " is missing" : " is no hash of Argon2id or bcrypt")
              + "; set it with: calm-anchor callers add "
              + name);
    }
    NodeTuple roles = parts.get("roles");
    Caller caller =
        new Caller(name, Set.copyOf(roles == null ? List.of() : roles(roles.getValueNode())));
    return new CallerEntry(
        caller, hash, certificate, YamlNodes.line(key), lastLine(tuple.getValueNode()));
  }

  /** The text of a part; empty if it is missing. */
  private String text(Map<String, NodeTuple> parts, String name) {
    NodeTuple part = parts.get(name);
    return part == null ? "" : nodes.scalar(part.getValueNode(), "a text");
  }

  private TokenSettings tokens(NodeTuple tuple) {
    Map<String, NodeTuple> parts =
        nodes.entries(tuple.getValueNode(), "\"keys\", \"issuer\" and \"audience\"");
    for (Map.Entry<String, NodeTuple> part : parts.entrySet()) {
      if (!OF_TOKENS.contains(part.getKey())) {
        throw nodes.problem(
            part.getValue().getKeyNode(),
            "\""
                + part.getKey()
                + "\" is not known here; there is "
                + String.join(", ", OF_TOKENS));
      }
    }
    for (String needed : List.of("keys", "issuer", "audience")) {
      if (text(parts, needed).isBlank()) {
        throw nodes.problem(tuple.getKeyNode(), "tokens need \"" + needed + "\".");
      }
    }
    Path keys = Path.of(nodes.file()).toAbsolutePath().resolveSibling(text(parts, "keys"));
    TokenSettings settings = TokenSettings.of(keys, text(parts, "issuer"), text(parts, "audience"));
    return settings.claims(
        parts.containsKey("name") ? text(parts, "name") : TokenSettings.NAME,
        parts.containsKey("roles") ? text(parts, "roles") : TokenSettings.ROLES);
  }

  private boolean takesUsernameTokens(Node node) {
    return switch (nodes.scalar(node, "a text")) {
      case "text" -> true;
      case "none" -> false;
      case "digest" ->
          throw nodes.problem(
              node,
              "a digest needs the password itself, and this file has hashes only; write text, or"
                  + " host the service from Java with a PasswordSource.");
      default -> throw nodes.problem(node, "\"usernameTokens\" is text or none.");
    };
  }

  private Map<String, Access> operations(NodeTuple tuple) {
    Map<String, Access> all = new LinkedHashMap<>();
    nodes
        .entries(
            tuple.getValueNode(), "services or operations, such as BerthDesk.cancel, with roles")
        .forEach((name, each) -> all.put(name, access(each.getValueNode())));
    return all;
  }

  private Access access(Node node) {
    List<String> words = new ArrayList<>();
    if (node instanceof SequenceNode sequence) {
      sequence.getValue().forEach(each -> words.add(nodes.scalar(each, "a text")));
    } else {
      words.add(nodes.scalar(node, "a text"));
    }
    try {
      return Access.of(words);
    } catch (IllegalArgumentException wrong) {
      throw nodes.problem(node, wrong.getMessage() + ".");
    }
  }

  private List<String> roles(Node node) {
    if (!(node instanceof SequenceNode sequence)) {
      throw nodes.problem(node, "roles are a list, such as [clerk, harbor-master].");
    }
    List<String> roles = new ArrayList<>();
    for (Node each : sequence.getValue()) {
      String role = nodes.scalar(each, "a text");
      if (!Access.isRole(role) || Access.isWord(role)) {
        throw nodes.problem(each, "\"" + role + "\" cannot be a role.");
      }
      if (roles.contains(role)) {
        throw nodes.problem(each, "role " + role + " occurs twice.");
      }
      roles.add(role);
    }
    return roles;
  }

  private static boolean isAbsent(@Nullable Node node) {
    return node instanceof ScalarNode scalar && scalar.getValue().isEmpty();
  }

  /** A block ends before the next node, so that the last value in it has to be asked. */
  private static int lastLine(Node node) {
    if (node instanceof MappingNode mapping && !mapping.getValue().isEmpty()) {
      return mapping.getValue().stream()
          .mapToInt(tuple -> lastLine(tuple.getValueNode()))
          .max()
          .orElseThrow();
    }
    if (node instanceof SequenceNode sequence
        && sequence.getFlowStyle() == FlowStyle.BLOCK
        && !sequence.getValue().isEmpty()) {
      return lastLine(sequence.getValue().get(sequence.getValue().size() - 1));
    }
    return node.getEndMark().map(mark -> mark.getLine() + 1).orElse(0);
  }
}
