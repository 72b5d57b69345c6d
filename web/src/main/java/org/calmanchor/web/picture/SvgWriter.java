package org.calmanchor.web.picture;

import java.util.Locale;
import org.calmanchor.web.picture.Diagram.Edge;

/**
 * Writes a diagram as SVG 1.1. It has no style sheet, so that it looks the same within a page,
 * under any security policy, and as a file.
 */
final class SvgWriter {
  private static final String FONT = "system-ui, &quot;DejaVu Sans&quot;, Verdana, sans-serif";

  private final StringBuilder svg = new StringBuilder(16 << 10);
  private final Diagram diagram;
  private final Layers layers;

  private SvgWriter(Diagram diagram) {
    this.diagram = diagram;
    this.layers = Layers.of(diagram);
  }

  /**
   * The text of the picture.
   *
   * @param title what it shows, for those who do not see it
   */
  static String write(Diagram diagram, String title) {
    return new SvgWriter(diagram).write(title);
  }

  private String write(String title) {
    add(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%d\" height=\"%d\" viewBox=\"0 0 %d %d\""
            + " role=\"%s\" aria-label=\"%s\" font-family=\"%s\" font-size=\"12\""
            + " fill=\"#20302f\">",
        layers.width(),
        layers.height(),
        layers.width(),
        layers.height(),
        // What an image contains is not read out, so one with links is none.
        hasLinks() ? "group" : "img",
        escaped(title),
        FONT);
    add("<rect width=\"100%%\" height=\"100%%\" fill=\"#fffefb\"/>");
    add("<g fill=\"none\" stroke=\"#1f6e75\" stroke-width=\"1.4\">");
    diagram.edges().forEach(this::line);
    add("</g>");
    for (int i = 0; i < diagram.boxes().size(); i++) {
      box(i, diagram.boxes().get(i));
    }
    add("</svg>");
    return svg.toString();
  }

  private boolean hasLinks() {
    return diagram.boxes().stream()
        .anyMatch(
            box ->
                !box.href().isEmpty()
                    || box.rows().stream().anyMatch(row -> !row.href().isEmpty()));
  }

  private void line(Edge edge) {
    Box from = diagram.boxes().get(edge.from());
    int x1 = layers.x(edge.from()) + from.width();
    int y1 = layers.y(edge.from()) + from.middle(edge.row());
    int y2 = layers.y(edge.to()) + Box.HEAD / 2;
    boolean isForward = layers.leadsRight(edge);
    // A line of a circle ends at the right side too, in a bow around what is between.
    int x2 = isForward ? layers.x(edge.to()) : right(edge.to());
    int bend1 = isForward ? (x1 + x2) / 2 : Math.max(x1, x2) + 36;
    add(
        "<path d=\"M%d %d C%d %d %d %d %d %d\"%s/>",
        x1, y1, bend1, y1, bend1, y2, x2, y2, edge.isDashed() ? " stroke-dasharray=\"5 4\"" : "");
    int back = isForward ? -7 : 7;
    add(
        "<path d=\"M%d %d L%d %d L%d %d Z\" fill=\"#1f6e75\" stroke=\"none\"/>",
        x2, y2, x2 + back, y2 - 4, x2 + back, y2 + 4);
  }

  private int right(int box) {
    return layers.x(box) + diagram.boxes().get(box).width();
  }

  private void box(int number, Box box) {
    int x = layers.x(number);
    int y = layers.y(number);
    add(
        "<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" rx=\"4\" fill=\"#fffefb\""
            + " stroke=\"#8f9a95\"/>",
        x, y, box.width(), box.height());
    add(
        "<path d=\"M%d %d v%d h%d v-%d a4 4 0 0 0 -4 -4 h-%d a4 4 0 0 0 -4 4 z\""
            + " fill=\"#e3efed\"/>",
        x, y + 4, Box.HEAD - 4, box.width(), Box.HEAD - 4, box.width() - 8);
    text(x + 10, y + 14, "font-size=\"11\" fill=\"#5a6866\"", box.kind(), "");
    text(x + 10, y + 31, "font-size=\"14\" font-weight=\"600\"", box.title(), box.href());
    for (int row = 0; row < box.rows().size(); row++) {
      Box.Row each = box.rows().get(row);
      int base = y + box.middle(row) + 5;
      text(x + box.nameX(row), base, "", each.name(), each.href());
      if (!each.type().isEmpty()) {
        text(x + box.typeX(row), base, "fill=\"#5a6866\"", each.type(), "");
      }
    }
  }

  private void text(int x, int y, String attributes, String text, String href) {
    String shown = TextWidth.shortened(text);
    // The whole text is shown when the pointer rests on what was shortened.
    String whole = shown.equals(text) ? "" : "<title>" + escaped(text) + "</title>";
    boolean isLink = !href.isEmpty();
    add(
        "%s<text x=\"%d\" y=\"%d\" %s>%s%s</text>%s",
        isLink ? "<a href=\"" + escaped(href) + "\" fill=\"#17474d\">" : "",
        x,
        y,
        isLink ? attributes + " text-decoration=\"underline\"" : attributes,
        whole,
        escaped(shown),
        isLink ? "</a>" : "");
  }

  private void add(String format, Object... values) {
    svg.append(String.format(Locale.ROOT, format, values)).append('\n');
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
