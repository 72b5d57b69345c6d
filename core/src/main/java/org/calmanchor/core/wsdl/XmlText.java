package org.calmanchor.core.wsdl;

/** Writes an indented XML document, always the same bytes for the same calls. */
final class XmlText {
  private final StringBuilder out =
      new StringBuilder("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
  private int depth;

  /** Writes an element with content. */
  void element(String name, Attributes attributes, Runnable content) {
    open(name, attributes);
    int before = out.append(">\n").length();
    depth++;
    content.run();
    depth--;
    if (out.length() == before) {
      out.setLength(before - 2);
      out.append("/>\n");
    } else {
      indent().append("</").append(name).append(">\n");
    }
  }

  /** Writes an element without content. */
  void element(String name, Attributes attributes) {
    open(name, attributes);
    out.append("/>\n");
  }

  /** Writes an element that contains text only. */
  void text(String name, String text) {
    indent().append('<').append(name).append('>');
    escape(text, false);
    out.append("</").append(name).append(">\n");
  }

  private void open(String name, Attributes attributes) {
    indent().append('<').append(name);
    attributes.forEach(
        (attribute, value) -> {
          out.append(' ').append(attribute).append("=\"");
          escape(value, true);
          out.append('"');
        });
  }

  private StringBuilder indent() {
    return out.append("  ".repeat(depth));
  }

  private void escape(String text, boolean inAttribute) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '&' -> out.append("&amp;");
        case '<' -> out.append("&lt;");
        case '>' -> out.append("&gt;");
        case '"' -> out.append(inAttribute ? "&quot;" : "\"");
        case '\r' -> out.append("&#xD;");
        case '\t', '\n' -> out.append(inAttribute ? "&#x" + Integer.toHexString(c) + ";" : c);
        default -> out.append(c);
      }
    }
  }

  @Override
  public String toString() {
    return out.toString();
  }
}
