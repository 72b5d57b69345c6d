package org.calmanchor.processor;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.StringTokenizer;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A Javadoc comment as plain text: what it says of the element, and by its block tags. */
final class JavadocText {
  private static final Pattern INLINE =
      Pattern.compile("\\{@(\\w+)\\s*((?:[^{}]|\\{(?:[^{}]|\\{[^{}]*})*})*)}");
  private static final Pattern TAG =
      Pattern.compile("</?[a-zA-Z][^<>]*>|<!--.*?-->", Pattern.DOTALL);
  private static final Pattern SPACE = Pattern.compile("\\s+");
  private static final Pattern ENTITY = Pattern.compile("&(#x?)?(\\w+);");
  private static final Map<String, String> ENTITIES =
      Map.of("lt", "<", "gt", ">", "amp", "&", "quot", "\"", "apos", "'", "nbsp", " ");

  /** Stand for angle brackets and ampersands that are no HTML. */
  private static final String LITERALS = "\uE000\uE001\uE002";

  private static final JavadocText NONE = new JavadocText("", Map.of(), "");

  private final String main;
  private final Map<String, String> parameters;
  private final String result;

  private JavadocText(String main, Map<String, String> parameters, String result) {
    this.main = main;
    this.parameters = parameters;
    this.result = result;
  }

  /** Reads a comment without its delimiters and the asterisks before its lines, or none. */
  static JavadocText of(@Nullable String comment) {
    return comment == null ? NONE : read(comment);
  }

  private static JavadocText read(String comment) {
    if (comment.indexOf('@') < 0) {
      return new JavadocText(plain(comment), Map.of(), "");
    }
    Map<String, String> blocks = new LinkedHashMap<>();
    Map<String, String> parameters = new LinkedHashMap<>();
    String tag = "";
    StringBuilder text = new StringBuilder();
    for (String line : comment.lines().toList()) {
      String next = tagOf(line);
      if (!next.isEmpty()) {
        add(tag, text.toString(), blocks, parameters);
        tag = next;
        text.setLength(0);
      }
      text.append(next.isEmpty() ? line : line.substring(line.indexOf('@') + 1 + next.length()));
      text.append('\n');
    }
    add(tag, text.toString(), blocks, parameters);
    String result = blocks.getOrDefault("return", "");
    return new JavadocText(
        blocks.getOrDefault("", ""), parameters, result.isEmpty() ? inlineReturn(comment) : result);
  }

  /** The block tag with which a line begins; empty if there is none. */
  private static String tagOf(String line) {
    String stripped = line.stripLeading();
    int end = 1;
    while (end < stripped.length() && isOfWord(stripped.charAt(end))) {
      end++;
    }
    boolean isTag =
        stripped.startsWith("@")
            && (end == stripped.length() || Character.isWhitespace(stripped.charAt(end)));
    return isTag ? stripped.substring(1, end) : "";
  }

  private static boolean isOfWord(char c) {
    return c == '_' || (c < 128 && Character.isLetterOrDigit(c));
  }

  /** Adds the text of a block: that before all tags has an empty tag. */
  private static void add(
      String tag, String text, Map<String, String> blocks, Map<String, String> parameters) {
    if (tag.equals("param")) {
      String[] parts = SPACE.split(text.strip(), 2);
      parameters.put(parts[0], parts.length < 2 ? "" : plain(parts[1]));
    } else {
      blocks.put(tag, plain(text));
    }
  }

  /** The text of an inline {@code return} at the beginning, which is both (JDK 16). */
  private static String inlineReturn(String comment) {
    Matcher inline = INLINE.matcher(comment.strip());
    return inline.lookingAt() && inline.group(1).equals("return") ? plain(inline.group(2)) : "";
  }

  /** What it says of the element itself; empty if nothing. */
  String main() {
    return main;
  }

  /** What it says of a parameter or record component; empty if nothing. */
  String parameter(String name) {
    return parameters.getOrDefault(name, "");
  }

  /** What it says of the result; empty if nothing. */
  String result() {
    return result;
  }

  private static String plain(String text) {
    StringBuilder words = new StringBuilder();
    new StringTokenizer(resolved(text))
        .asIterator()
        .forEachRemaining(word -> words.append(words.isEmpty() ? "" : " ").append(word));
    return words.toString();
  }

  private static String resolved(String text) {
    if (text.indexOf('{') < 0 && text.indexOf('<') < 0 && text.indexOf('&') < 0) {
      return text;
    }
    String resolved = text;
    // The innermost inline tags first.
    String before;
    do {
      before = resolved;
      resolved = INLINE.matcher(before).replaceAll(tag -> Matcher.quoteReplacement(inline(tag)));
    } while (!resolved.equals(before));
    String words = TAG.matcher(resolved).replaceAll(" ");
    String decoded = ENTITY.matcher(words).replaceAll(e -> Matcher.quoteReplacement(decoded(e)));
    return decoded
        .replace(LITERALS.charAt(0), '<')
        .replace(LITERALS.charAt(1), '>')
        .replace(LITERALS.charAt(2), '&')
        .replaceAll("\\s+(?=[.,;:!?)](?:\\s|$))", "");
  }

  private static String inline(MatchResult tag) {
    String content = tag.group(2).strip();
    return switch (tag.group(1)) {
      case "code", "literal" ->
          content
              .replace('<', LITERALS.charAt(0))
              .replace('>', LITERALS.charAt(1))
              .replace('&', LITERALS.charAt(2));
      case "link", "linkplain", "value" -> label(content);
      case "inheritDoc" -> "";
      case "return" -> "Returns " + content + ".";
      default -> content;
    };
  }

  /** The label of a link, or else its target as Java source names it. */
  private static String label(String content) {
    Matcher target =
        Pattern.compile("([\\w.]*(?:#\\w+)?(?:\\([^)]*\\))?)\\s*(.*)", Pattern.DOTALL)
            .matcher(content);
    if (!target.matches()) {
      return content;
    }
    return target.group(2).isBlank()
        ? target
            .group(1)
            .replaceFirst("^#", "")
            .replaceAll("[a-z][\\w]*\\.(?=\\w*[A-Z])", "")
            .replace('#', '.')
        : target.group(2);
  }

  private static String decoded(MatchResult entity) {
    if (entity.group(1) == null) {
      return ENTITIES.getOrDefault(entity.group(2), entity.group());
    }
    try {
      int code = Integer.parseInt(entity.group(2), entity.group(1).equals("#") ? 10 : 16);
      return Character.isValidCodePoint(code) ? Character.toString(code) : entity.group();
    } catch (NumberFormatException words) {
      return entity.group();
    }
  }
}
