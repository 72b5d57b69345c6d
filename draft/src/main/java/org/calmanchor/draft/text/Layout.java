package org.calmanchor.draft.text;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;

/** Lays written source out as a person would: short things on one line, long lists one a line. */
final class Layout {
  private static final int WIDTH = 100;
  private static final Pattern ANNOTATION =
      Pattern.compile("(?m)^( *)(@\\w+)\\(\\n((?: +[^\\n]+\\n)+?)\\1\\)$");
  private static final Pattern COMMENT =
      Pattern.compile("(?m)^( *)/\\*\\*\\n *\\* ([^\\n]*)\\n *\\*/$");
  private static final Pattern TRAILING = Pattern.compile("(?m) +$");
  private static final Pattern EMPTY = Pattern.compile("\\{\\n *\\}");
  private static final Pattern RECORD =
      Pattern.compile("(?s)(public record [^(]+\\()(.*?)(\\)(?: implements [^{]*)? \\{)");

  private Layout() {}

  static String of(String source) {
    String text = ANNOTATION.matcher(source).replaceAll(Layout::annotation);
    text = COMMENT.matcher(text).replaceAll(Layout::comment);
    text = TRAILING.matcher(text).replaceAll("");
    text = EMPTY.matcher(text).replaceAll("{}");
    return RECORD.matcher(text).replaceFirst(Layout::components);
  }

  private static String annotation(MatchResult found) {
    String members = found.group(3).strip().replaceAll("\\n +", " ");
    String line = found.group(1) + found.group(2) + "(" + members + ")";
    return quoted(line.length() <= WIDTH ? line : found.group());
  }

  private static String comment(MatchResult found) {
    String line = found.group(1) + "/** " + found.group(2) + " */";
    return quoted(line.length() <= WIDTH ? line : found.group());
  }

  private static String components(MatchResult found) {
    String start = found.group(1);
    String end = found.group(3).replaceAll("\\s+", " ");
    List<String> components = split(found.group(2));
    String line = start + String.join(", ", components) + end;
    return quoted(
        line.length() <= WIDTH
            ? line
            : start + "\n    " + String.join(",\n    ", components) + end);
  }

  /** The components, each on one line. */
  private static List<String> split(String list) {
    List<String> parts = new ArrayList<>();
    StringBuilder part = new StringBuilder();
    int depth = 0;
    boolean isString = false;
    for (int i = 0; i < list.length(); i++) {
      char c = list.charAt(i);
      if (isString && c == '\\') {
        part.append(c).append(list.charAt(++i));
        continue;
      }
      isString ^= c == '"';
      if (!isString) {
        depth += "(<{".indexOf(c) >= 0 ? 1 : ")>}".indexOf(c) >= 0 ? -1 : 0;
      }
      if (c == ',' && depth == 0 && !isString) {
        parts.add(oneLine(part));
        part.setLength(0);
      } else {
        part.append(c);
      }
    }
    if (!part.toString().isBlank()) {
      parts.add(oneLine(part));
    }
    return parts;
  }

  private static String oneLine(StringBuilder part) {
    return part.toString().strip().replaceAll("\\s*\\n\\s*", " ").replace("( ", "(");
  }

  private static String quoted(String replacement) {
    return replacement.replace("\\", "\\\\").replace("$", "\\$");
  }
}
