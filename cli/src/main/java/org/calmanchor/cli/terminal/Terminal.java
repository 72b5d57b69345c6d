package org.calmanchor.cli.terminal;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import picocli.CommandLine.Help.Ansi;

/** Text for a terminal. */
public final class Terminal {
  /** How many characters a line of text has at most. */
  public static final int WIDTH = 100;

  private Terminal() {}

  /** A text of a message or document, without characters that a terminal obeys. */
  public static String shown(String text) {
    return text.codePoints()
        .map(each -> isObeyed(each) ? ' ' : each)
        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
        .toString();
  }

  /** Whether a terminal does something instead of showing it: change colours or the direction. */
  private static boolean isObeyed(int character) {
    return Character.isISOControl(character) || Character.getType(character) == Character.FORMAT;
  }

  /** The same for a text of several lines. */
  public static String shownLines(String text) {
    return String.join("\n", text.lines().map(Terminal::shown).toList());
  }

  /** The text in bold, if the terminal has colours. */
  public static String bold(Ansi ansi, String text) {
    return ansi.enabled() ? "\033[1m" + text + "\033[0m" : text;
  }

  /** The length of the longest text; 0 if there is none. */
  public static int widest(Collection<String> texts) {
    return texts.stream().mapToInt(String::length).max().orElse(0);
  }

  /** The text with spaces after it, up to a width. */
  public static String padded(String text, int width) {
    return text + " ".repeat(Math.max(0, width - text.length()));
  }

  /** The text in lines of at most {@code width} characters, but for longer words. */
  public static List<String> wrap(String text, int width) {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : text.split("\\s+", -1)) {
      if (line.length() > 0 && line.length() + 1 + word.length() > Math.max(width, 30)) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(line.length() == 0 ? "" : " ").append(word);
    }
    if (line.length() > 0) {
      lines.add(line.toString());
    }
    return lines;
  }
}
