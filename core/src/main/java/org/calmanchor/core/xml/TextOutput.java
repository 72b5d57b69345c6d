package org.calmanchor.core.xml;

/** Text that is written as UTF-8, with references where XML asks for them. */
abstract class TextOutput extends OutputBuffer {
  /** The number of characters that are processed in one step. */
  private static final int CHUNK = 4 << 10;

  /** The ASCII characters that need no escape in texts and attributes. */
  private static final boolean[] PLAIN = new boolean[0x80];

  static {
    for (char c = ' '; c < PLAIN.length; c++) {
      PLAIN[c] = "<>&\"".indexOf(c) < 0;
    }
  }

  private static final byte[] GREATER = Tag.encode("&gt;");
  private static final byte[] LESS = Tag.encode("&lt;");
  private static final byte[] AMPERSAND = Tag.encode("&amp;");
  private static final byte[] QUOTE = Tag.encode("&quot;");
  private static final byte[] RETURN = Tag.encode("&#xD;");
  private static final byte[] NEWLINE = Tag.encode("&#xA;");
  private static final byte[] TAB = Tag.encode("&#x9;");

  TextOutput(ByteSink sink, int most) {
    super(sink, most);
  }

  /** Writes {@code text} with XML's special characters escaped. */
  final void escape(String text, boolean inAttribute) {
    int end = text.length();
    int i = 0;
    while (i < end) {
      i = plain(text, i, Math.min(end, i + CHUNK));
      if (i < end) {
        i += special(text, i, inAttribute);
      }
    }
  }

  /** Copies characters that need no escape; returns the index of the first other one. */
  private int plain(String text, int from, int to) {
    reserve(to - from);
    byte[] bytes = buffer;
    int at = length;
    int i = from;
    while (i < to) {
      char c = text.charAt(i);
      if (c >= 0x80 || !PLAIN[c]) {
        break;
      }
      bytes[at++] = (byte) c;
      i++;
    }
    length = at;
    return i;
  }

  /**
   * Writes the character at {@code i}, escaped if necessary; returns the number of chars that it
   * consists of.
   */
  private int special(String text, int i, boolean inAttribute) {
    char c = text.charAt(i);
    switch (c) {
      case '<' -> raw(LESS);
      case '>' -> raw(GREATER);
      case '&' -> raw(AMPERSAND);
      case '\r' -> raw(RETURN);
      case '"', '\n', '\t' -> {
        if (inAttribute) {
          raw(c == '"' ? QUOTE : c == '\n' ? NEWLINE : TAB);
        } else {
          raw(c);
        }
      }
      default -> {
        if (c >= ' ' && c < 0x80) {
          raw(c);
        } else {
          return 1 + other(text, i);
        }
      }
    }
    return 1;
  }

  /**
   * Encodes the non-ASCII character at {@code i}; returns the number of further chars that it
   * consists of.
   */
  private int other(String text, int i) {
    int c = text.codePointAt(i);
    boolean isXml = (c >= 0x20 && c <= 0xD7FF) || (c >= 0xE000 && c <= 0xFFFD) || c >= 0x10000;
    if (!isXml) {
      throw new EncodeException(
          String.format("the character U+%04X at position %d cannot stand in XML", c, i + 1));
    }
    reserve(4);
    if (c < 0x800) {
      buffer[length++] = (byte) (0xC0 | (c >> 6));
    } else if (c < 0x10000) {
      buffer[length++] = (byte) (0xE0 | (c >> 12));
      buffer[length++] = (byte) (0x80 | ((c >> 6) & 0x3F));
    } else {
      buffer[length++] = (byte) (0xF0 | (c >> 18));
      buffer[length++] = (byte) (0x80 | ((c >> 12) & 0x3F));
      buffer[length++] = (byte) (0x80 | ((c >> 6) & 0x3F));
    }
    buffer[length++] = (byte) (0x80 | (c & 0x3F));
    return c < 0x10000 ? 0 : 1;
  }
}
