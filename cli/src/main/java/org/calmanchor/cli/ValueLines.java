package org.calmanchor.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.cli.terminal.Terminal;

/** Values with their types as aligned lines. */
final class ValueLines {
  private static final int MOST_BINARY = 60;
  private static final int WIDEST_NAME = 40;

  private final List<String> names = new ArrayList<>();
  private final List<String> values = new ArrayList<>();

  private ValueLines() {}

  /** The lines of these nodes, as {@link org.calmanchor.core.outline.TypedValues} gives them. */
  static List<String> of(List<Map<String, Object>> nodes) {
    ValueLines lines = new ValueLines();
    nodes.forEach(node -> lines.add(node, 0));
    int width = Math.min(WIDEST_NAME, Terminal.widest(lines.names));
    List<String> all = new ArrayList<>();
    for (int i = 0; i < lines.names.size(); i++) {
      String indented = lines.values.get(i).replace("\n", "\n" + " ".repeat(width + 2));
      all.add((Terminal.padded(lines.names.get(i), width) + "  " + indented).stripTrailing());
    }
    return all;
  }

  private void add(Map<String, Object> node, int depth) {
    String type = "(" + node.get("type") + ")";
    names.add("  ".repeat(depth) + Terminal.shown(String.valueOf(node.get("name"))));
    if (node.get("members") instanceof List<?> members) {
      values.add(type);
      nested(members, depth + 1);
    } else if (node.get("items") instanceof List<?> items) {
      values.add(items.isEmpty() ? "none " + type : items.size() + " " + type);
      nested(items, depth + 1);
    } else if (node.containsKey("nil")) {
      values.add("nil " + type);
    } else if (node.get("value") == null) {
      values.add("absent " + type);
    } else {
      values.add(text(node) + " " + type);
    }
  }

  @SuppressWarnings("unchecked") // nodes are maps by the name of their part
  private void nested(List<?> nodes, int depth) {
    nodes.forEach(node -> add((Map<String, Object>) node, depth));
  }

  private static String text(Map<String, Object> node) {
    String text = Terminal.shownLines(String.valueOf(node.get("value")));
    boolean isLong = node.containsKey("isBinary") && text.length() > MOST_BINARY;
    return isLong
        ? text.substring(0, MOST_BINARY) + "… " + text.length() + " characters"
        : text.isEmpty() ? "\"\"" : text;
  }
}
