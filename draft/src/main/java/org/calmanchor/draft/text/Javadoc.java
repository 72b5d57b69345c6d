package org.calmanchor.draft.text;

import com.palantir.javapoet.CodeBlock;
import java.util.LinkedHashMap;
import java.util.Map;

/** Writes documentation of a contract as Javadoc. */
public final class Javadoc {
  private static final int WIDTH = 88;
  private static final int MOST = 4_000;

  private final StringBuilder text = new StringBuilder();
  private final Map<String, String> params = new LinkedHashMap<>();

  /** Creates a comment that begins with the documentation, or with {@code byDefault} if empty. */
  public Javadoc(String doc, String byDefault) {
    paragraph(doc.isBlank() ? byDefault : escaped(doc));
  }

  /** Adds a paragraph, which may have tags. */
  public Javadoc paragraph(String sentence) {
    if (!text.isEmpty()) {
      text.append("\n\n<p>");
    }
    text.append(sentence);
    return this;
  }

  /** Documents a parameter or component. */
  public Javadoc param(String name, String words) {
    params.put(name, words);
    return this;
  }

  public CodeBlock block() {
    StringBuilder all = new StringBuilder();
    for (String line : text.toString().split("\n", -1)) {
      all.append(wrapped(line, "")).append("\n");
    }
    if (!params.isEmpty()) {
      all.append("\n");
      params.forEach(
          (name, words) ->
              all.append(wrapped("@param " + name + " " + words, "    ")).append("\n"));
    }
    return CodeBlock.of("$L", all.toString());
  }

  /** A text as it stands in a comment: without tags, and without what would end the comment. */
  public static String escaped(String doc) {
    String plain = doc.strip().replaceAll("\\s+", " ").replaceAll("[^\\P{C}]", "");
    String most = plain.length() > MOST ? plain.substring(0, MOST) + "..." : plain;
    return most.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("@", "&#64;")
        .replace("\\", "&#92;")
        .replace("*/", "*&#47;");
  }

  private static String wrapped(String line, String indent) {
    StringBuilder lines = new StringBuilder();
    int column = 0;
    for (String word : line.split(" ", -1)) {
      if (column > 0 && column + 1 + word.length() > WIDTH) {
        lines.append("\n").append(indent);
        column = indent.length();
      } else if (column > 0) {
        lines.append(" ");
        column++;
      }
      lines.append(word);
      column += word.length();
    }
    return lines.toString();
  }
}
