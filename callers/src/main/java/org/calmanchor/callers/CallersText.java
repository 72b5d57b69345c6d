package org.calmanchor.callers;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.common.FlowStyle;
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
 * The text of a file of callers, in YAML. Changes leave comments and other entries as they are.
 * Immutable.
 */
final class CallersText {
  private static final Set<String> PARTS = Set.of("certificate", "password", "roles");

  private final String file;
  private final String text;
  private final boolean isBlock;
  private final Map<String, CallerEntry> entries;

  private CallersText(String file, String text, boolean isBlock, Map<String, CallerEntry> entries) {
    this.file = file;
    this.text = text;
    this.isBlock = isBlock;
    this.entries = entries;
  }

  /**
   * Reads a text.
   *
   * @param file what it is called in problems
   * @throws CallersFileException when it is not as it has to be
   */
  static CallersText of(String file, String text) {
    return new Reading(file).read(text);
  }

  /** A file without callers. */
  static CallersText empty(String file) {
    return of(
        file, "# Who may call. Change it with: calm-anchor callers add|remove|roles\ncallers:\n");
  }

  /** The callers by name, in the order of the file. */
  Map<String, CallerEntry> entries() {
    return entries;
  }

  /** The text itself. */
  String text() {
    return text;
  }

  /**
   * This with another caller, or with another entry for a caller that it has.
   *
   * @param hash of its password; empty for none
   * @param certificate the name in its certificate; empty for none
   */
  CallersText with(Caller caller, String hash, String certificate) {
    requireBlock();
    List<String> entry = new ArrayList<>();
    entry.add("  " + quoted(caller.name()) + ":");
    entry.add("    roles: [" + String.join(", ", caller.roles()) + "]");
    if (!hash.isEmpty()) {
      entry.add("    password: \"" + hash + "\"");
    }
    if (!certificate.isEmpty()) {
      entry.add("    certificate: '" + certificate.replace("'", "''") + "'");
    }
    CallerEntry former = entries.get(caller.name());
    List<String> lines = new ArrayList<>(text.lines().toList());
    if (former != null) {
      lines.subList(former.line() - 1, former.lastLine()).clear();
      lines.addAll(former.line() - 1, entry);
    } else {
      int last =
          entries.values().stream().mapToInt(CallerEntry::lastLine).max().orElse(lines.size());
      lines.addAll(last, entry);
    }
    return of(file, String.join("\n", lines) + "\n");
  }

  /** This without a caller. */
  CallersText without(String name) {
    requireBlock();
    CallerEntry entry = entries.get(name);
    if (entry == null) {
      return this;
    }
    List<String> lines = new ArrayList<>(text.lines().toList());
    lines.subList(entry.line() - 1, entry.lastLine()).clear();
    return of(file, String.join("\n", lines) + "\n");
  }

  private void requireBlock() {
    if (!isBlock) {
      throw new CallersFileException(
          file, 0, "callers in braces cannot be changed here; write each on lines of its own.");
    }
  }

  private static String quoted(String name) {
    boolean isPlain = name.matches("[\\p{L}][\\p{L}\\p{N}._@-]*") && !isYamlWord(name);
    return isPlain ? name : "'" + name.replace("'", "''") + "'";
  }

  private static boolean isYamlWord(String name) {
    return name.matches("(?i)true|false|null|yes|no|on|off|y|n");
  }

  /** Takes the tree of a text apart. */
  private record Reading(String file) {
    CallersText read(String text) {
      Node root = compose(text).orElse(null);
      if (root == null) {
        throw new CallersFileException(file, 0, "\"callers:\" is missing.");
      }
      Map<String, NodeTuple> top = mapping(root, "\"callers:\" and the callers below it");
      NodeTuple callers = top.remove("callers");
      if (callers == null || !top.isEmpty()) {
        throw problem(root, "there is only \"callers:\" and the callers below it.");
      }
      Node node = callers.getValueNode();
      Map<String, CallerEntry> entries = new LinkedHashMap<>();
      if (!isAbsent(node)) {
        mapping(node, "callers by their names")
            .forEach((name, tuple) -> entries.put(name, entry(name, tuple)));
      }
      boolean isBlock =
          !(node instanceof MappingNode mapping) || mapping.getFlowStyle() == FlowStyle.BLOCK;
      return new CallersText(file, text, isBlock, entries);
    }

    private Optional<Node> compose(String text) {
      LoadSettings settings =
          LoadSettings.builder().setLabel(file).setMaxAliasesForCollections(0).build();
      try {
        return new Composer(settings, new ParserImpl(settings, new StreamReader(settings, text)))
            .getSingleNode();
      } catch (MarkedYamlEngineException malformed) {
        int line = malformed.getProblemMark().map(mark -> mark.getLine() + 1).orElse(0);
        throw new CallersFileException(file, line, "is not YAML: " + malformed.getProblem() + ".");
      } catch (YamlEngineException malformed) {
        throw new CallersFileException(file, 0, "is not YAML: " + malformed.getMessage());
      }
    }

    private CallerEntry entry(String name, NodeTuple tuple) {
      Node key = tuple.getKeyNode();
      if (!Caller.isName(name)) {
        throw problem(
            key, "a name has no colon and no control characters, and is not longer than 255.");
      }
      Map<String, NodeTuple> parts =
          mapping(tuple.getValueNode(), "\"password\", \"certificate\" and \"roles\"");
      for (Map.Entry<String, NodeTuple> part : parts.entrySet()) {
        if (!PARTS.contains(part.getKey())) {
          throw problem(
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
        throw problem(
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
      return new CallerEntry(caller, hash, certificate, line(key), lastLine(tuple.getValueNode()));
    }

    /** The text of a part; empty if it is missing. */
    private String text(Map<String, NodeTuple> parts, String name) {
      NodeTuple part = parts.get(name);
      return part == null ? "" : scalar(part.getValueNode());
    }

    private List<String> roles(Node node) {
      if (!(node instanceof SequenceNode sequence)) {
        throw problem(node, "roles are a list, such as [clerk, harbor-master].");
      }
      List<String> roles = new ArrayList<>();
      for (Node each : sequence.getValue()) {
        String role = scalar(each);
        if (!Access.isRole(role) || Access.isWord(role)) {
          throw problem(each, "\"" + role + "\" cannot be a role.");
        }
        if (roles.contains(role)) {
          throw problem(each, "role " + role + " occurs twice.");
        }
        roles.add(role);
      }
      return roles;
    }

    private Map<String, NodeTuple> mapping(Node node, String expected) {
      if (!(node instanceof MappingNode mapping)) {
        throw problem(node, "expected " + expected + ".");
      }
      Map<String, NodeTuple> parts = new LinkedHashMap<>();
      for (NodeTuple tuple : mapping.getValue()) {
        String name = scalar(tuple.getKeyNode());
        if (parts.put(name, tuple) != null) {
          throw problem(tuple.getKeyNode(), "\"" + name + "\" occurs twice.");
        }
      }
      return parts;
    }

    private static boolean isAbsent(@Nullable Node node) {
      return node instanceof ScalarNode scalar && scalar.getValue().isEmpty();
    }

    private String scalar(Node node) {
      if (node instanceof ScalarNode scalar) {
        return scalar.getValue();
      }
      throw problem(node, "expected a text.");
    }

    private CallersFileException problem(Node node, String problem) {
      return new CallersFileException(file, line(node), problem);
    }

    private static int line(Node node) {
      return node.getStartMark().map(mark -> mark.getLine() + 1).orElse(0);
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
}
