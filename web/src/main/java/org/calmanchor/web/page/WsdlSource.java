package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The text of a WSDL document in blocks that can be folded, with its tags and values apart. */
public final class WsdlSource {
  private static final Pattern PIECE =
      Pattern.compile("(?<tag></?[\\w:]+|/?>)|(?<value>\"[^\"]*\")|[^<>\"/]+|.");

  private WsdlSource() {}

  /** A component of the document that has lines of its own, or a single line. */
  public record Block(Line head, List<Line> rest) {}

  /**
   * A line.
   *
   * @param number its number, from 1
   */
  public record Line(int number, List<Piece> pieces) {}

  /**
   * A part of a line.
   *
   * @param kind "tag", "value", or empty
   */
  public record Piece(String kind, String text) {}

  /** The blocks: children of the definitions and of schemas, each with all that they contain. */
  static List<Block> of(List<String> lines) {
    List<Block> blocks = new ArrayList<>();
    for (int i = 0; i < lines.size(); ) {
      int end = endOf(lines, i);
      List<Line> rest = new ArrayList<>();
      for (int at = i + 1; at <= end; at++) {
        rest.add(line(lines, at));
      }
      blocks.add(new Block(line(lines, i), rest));
      i = end + 1;
    }
    return blocks;
  }

  /** The last line of the component that begins at a line; the line itself if it stands alone. */
  private static int endOf(List<String> lines, int start) {
    String first = lines.get(start);
    String text = first.stripLeading();
    int indent = first.length() - text.length();
    boolean opens = text.startsWith("<") && !text.startsWith("</") && !text.startsWith("<?");
    boolean isComponent = indent == 6 || (indent == 2 && !text.startsWith("<wsdl:types"));
    if (!opens || !isComponent || text.endsWith("/>") || text.contains("</") || isSchema(text)) {
      return start;
    }
    String closing = " ".repeat(indent) + "</";
    for (int at = start + 1; at < lines.size(); at++) {
      if (lines.get(at).startsWith(closing)) {
        return at;
      }
    }
    return start;
  }

  private static boolean isSchema(String text) {
    return text.startsWith("<xsd:schema");
  }

  private static Line line(List<String> lines, int index) {
    List<Piece> pieces = new ArrayList<>();
    Matcher matcher = PIECE.matcher(lines.get(index));
    while (matcher.find()) {
      String kind =
          matcher.group("tag") != null ? "tag" : matcher.group("value") != null ? "value" : "";
      pieces.add(new Piece(kind, matcher.group()));
    }
    return new Line(index + 1, pieces);
  }
}
