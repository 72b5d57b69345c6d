package org.calmanchor.core.xml;

import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Set;
import org.calmanchor.core.xml.InputProblem.Code;
import org.jspecify.annotations.Nullable;

/**
 * The encoding of a message. A byte order mark counts most, then what the transport says, then the
 * XML declaration, then UTF-8 (RFC 7303, section 3; XML 1.0, appendix F). All names are looked up
 * in one table.
 *
 * @param charset how the bytes are to be decoded
 * @param isPlain whether a parser finds that out by itself: UTF-8, and nothing says otherwise
 */
record Encoding(Charset charset, boolean isPlain) {
  /** UTF-8, without a contradicting declaration. */
  static final Encoding UTF_8 = new Encoding(StandardCharsets.UTF_8, true);

  /** The number of bytes that are inspected. */
  static final int HEAD = 128;

  /** The readable encodings, by their names on the Java platform. */
  private static final Set<String> READ =
      Set.of(
          "UTF-8",
          "UTF-16",
          "UTF-16BE",
          "UTF-16LE",
          "US-ASCII",
          "ISO-8859-1",
          "windows-1250",
          "windows-1251",
          "windows-1252",
          "windows-1253",
          "windows-1254",
          "windows-1255",
          "windows-1256",
          "windows-1257",
          "windows-1258");

  private static final String EXPECTED =
      "UTF-8, UTF-16, US-ASCII, ISO-8859-1 or windows-1250 to windows-1258";
  private static final byte[] WORD = Tag.encode("encoding");

  /**
   * Detects the encoding of a message from its first bytes.
   *
   * @param transport the charset that the transport named, or null
   * @throws InvalidMessageException when it is none of the table
   */
  static Encoding of(byte[] head, int length, @Nullable String transport) {
    if (length > 1 && head[0] == '<' && head[1] != 0 && !isDeclared(head, length)) {
      return of(transport, null);
    }
    String marked = marked(head, length);
    if (marked != null) {
      String declared = declared(head, length);
      boolean isUndisputed = declared == null || declared.equalsIgnoreCase("utf-8");
      return new Encoding(known(marked), marked.equals("UTF-8") && isUndisputed);
    }
    String wide = wide(head, length);
    if (wide != null) {
      // If UTF-16 is declared without a byte order, the bytes decide.
      boolean isNamed =
          transport != null && !transport.toUpperCase(Locale.ROOT).startsWith("UTF-16");
      return isNamed ? of(transport, null) : new Encoding(known(wide), false);
    }
    return of(transport, declared(head, length));
  }

  private static Encoding of(@Nullable String transport, @Nullable String declared) {
    String name = transport != null ? transport : declared;
    if (name == null) {
      return UTF_8;
    }
    Charset charset = known(name);
    boolean isUtf8 = charset.equals(StandardCharsets.UTF_8);
    boolean isUndisputed = declared == null || declared.equalsIgnoreCase("utf-8");
    return isUtf8 && isUndisputed ? UTF_8 : new Encoding(charset, false);
  }

  /**
   * The charset with that name.
   *
   * @throws InvalidMessageException when it is none of the table
   */
  static Charset known(String name) {
    if (name.equalsIgnoreCase("utf-8")) {
      return StandardCharsets.UTF_8;
    }
    try {
      Charset charset = Charset.forName(name);
      if (READ.contains(charset.name())) {
        return charset;
      }
    } catch (IllegalArgumentException unknown) {
      throw refused(name);
    }
    throw refused(name);
  }

  private static InvalidMessageException refused(String name) {
    return new InvalidMessageException(new InputProblem("", Code.ENCODING, EXPECTED, name, 0, 0));
  }

  /** The encoding of the byte order mark; null if there is none. */
  private static @Nullable String marked(byte[] head, int length) {
    if (length >= 4 && isAt(head, 0xFF, 0xFE, 0, 0)) {
      return "UTF-32LE";
    }
    if (length >= 4 && isAt(head, 0, 0, 0xFE, 0xFF)) {
      return "UTF-32BE";
    }
    if (length >= 2 && (isAt(head, 0xFE, 0xFF) || isAt(head, 0xFF, 0xFE))) {
      return "UTF-16";
    }
    return length >= 3 && isAt(head, 0xEF, 0xBB, 0xBF) ? "UTF-8" : null;
  }

  /** The encoding that zero bytes around the first character indicate; null if there are none. */
  private static @Nullable String wide(byte[] head, int length) {
    if (length >= 4 && isAt(head, 0, 0, 0, '<')) {
      return "UTF-32BE";
    }
    if (length >= 4 && isAt(head, '<', 0, 0, 0)) {
      return "UTF-32LE";
    }
    if (length >= 2 && isAt(head, 0, '<')) {
      return "UTF-16BE";
    }
    return length >= 2 && isAt(head, '<', 0) ? "UTF-16LE" : null;
  }

  private static boolean isAt(byte[] head, int... bytes) {
    for (int i = 0; i < bytes.length; i++) {
      if ((head[i] & 0xFF) != bytes[i]) {
        return false;
      }
    }
    return true;
  }

  private static boolean isDeclared(byte[] head, int length) {
    return length > 1 && head[1] == '?';
  }

  /** The encoding in an XML declaration that is readable as ASCII; null if there is none. */
  private static @Nullable String declared(byte[] head, int length) {
    int start = length >= 3 && isAt(head, 0xEF, 0xBB, 0xBF) ? 3 : 0;
    if (length < start + 2 || head[start] != '<' || head[start + 1] != '?') {
      return null;
    }
    for (int i = start; i < length - WORD.length && head[i] != '>'; i++) {
      if (head[i] == 'e' && isWord(head, i)) {
        return quoted(head, i + WORD.length, length);
      }
    }
    return null;
  }

  private static boolean isWord(byte[] head, int at) {
    for (int i = 0; i < WORD.length; i++) {
      if (head[at + i] != WORD[i]) {
        return false;
      }
    }
    return true;
  }

  private static @Nullable String quoted(byte[] head, int from, int length) {
    int start = from;
    while (start < length && head[start] != '"' && head[start] != '\'') {
      start++;
    }
    int end = start + 1;
    while (end < length && head[end] != '"' && head[end] != '\'') {
      end++;
    }
    return end < length
        ? new String(head, start + 1, end - start - 1, StandardCharsets.ISO_8859_1)
        : null;
  }

  /** A decoder that rejects malformed bytes instead of replacing them. */
  CharsetDecoder decoder() {
    return charset
        .newDecoder()
        .onMalformedInput(CodingErrorAction.REPORT)
        .onUnmappableCharacter(CodingErrorAction.REPORT);
  }
}
