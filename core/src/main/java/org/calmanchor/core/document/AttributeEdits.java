package org.calmanchor.core.document;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;

/** Replaces the values of some attributes of a document; all other bytes stay as they are. */
final class AttributeEdits {
  private final Map<XmlNode, Map<String, String>> edits = new HashMap<>();

  AttributeEdits() {}

  /** Sets an attribute without namespace, which the element has. */
  void set(XmlNode node, String attribute, String value) {
    edits.computeIfAbsent(node, key -> new HashMap<>()).put(attribute, value);
  }

  /** The content of {@code document} with the new values. */
  byte[] applied(DocumentSet.Document document) {
    byte[] bytes = document.bytes();
    // Markup is ASCII in all other usual encodings, and Latin-1 keeps each byte as it is.
    Charset charset =
        isWide(bytes, 0xFE, 0xFF)
            ? StandardCharsets.UTF_16BE
            : isWide(bytes, 0xFF, 0xFE) ? StandardCharsets.UTF_16LE : StandardCharsets.ISO_8859_1;
    return new Scanner(new String(bytes, charset)).rewritten(document.root()).getBytes(charset);
  }

  private static boolean isWide(byte[] bytes, int first, int second) {
    return bytes.length > 1 && (bytes[0] & 0xFF) == first && (bytes[1] & 0xFF) == second;
  }

  /** Goes through the start tags of a well-formed text, which are in the order of the elements. */
  private final class Scanner {
    private final String text;
    private final StringBuilder out = new StringBuilder();
    private int at;
    private int copied;

    Scanner(String text) {
      this.text = text;
    }

    String rewritten(XmlNode root) {
      visit(root);
      return out.append(text, copied, text.length()).toString();
    }

    private void visit(XmlNode node) {
      toStartTag();
      Map<String, String> values = edits.getOrDefault(node, Map.of());
      while (toAttribute()) {
        int begin = at;
        while (text.charAt(at) != '=' && !isSpace(text.charAt(at))) {
          at++;
        }
        String value = values.get(text.substring(begin, at));
        while (text.charAt(at) != '"' && text.charAt(at) != '\'') {
          at++;
        }
        int end = text.indexOf(text.charAt(at), at + 1);
        if (value != null) {
          out.append(text, copied, at + 1).append(escaped(value));
          copied = end;
        }
        at = end + 1;
      }
      node.children().forEach(this::visit);
    }

    /** Moves behind the name of the next start tag. */
    private void toStartTag() {
      while (true) {
        at = text.indexOf('<', at);
        if (text.startsWith("<!--", at)) {
          at = text.indexOf("-->", at);
        } else if (text.startsWith("<![CDATA[", at)) {
          at = text.indexOf("]]>", at);
        } else if (text.startsWith("<?", at)) {
          at = text.indexOf("?>", at);
        } else if (text.startsWith("</", at)) {
          at++;
        } else {
          break;
        }
      }
      while (!isSpace(text.charAt(at)) && text.charAt(at) != '>' && text.charAt(at) != '/') {
        at++;
      }
    }

    /** Moves to the next attribute; false at the end of the tag. */
    private boolean toAttribute() {
      while (isSpace(text.charAt(at))) {
        at++;
      }
      return text.charAt(at) != '>' && text.charAt(at) != '/';
    }

    private static boolean isSpace(char c) {
      return c == ' ' || c == '\t' || c == '\r' || c == '\n';
    }

    private static String escaped(String value) {
      return value
          .replace("&", "&amp;")
          .replace("<", "&lt;")
          .replace("\"", "&quot;")
          .replace("'", "&apos;");
    }
  }
}
