package org.calmanchor.core.codec;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the first bytes of a message tell of its encoding (XML 1.0, appendix F; RFC 7303, section
 * 3): a byte order mark counts most, then what the transport says, then the XML declaration.
 */
enum Encoding {
  /** Nothing speaks against UTF-8. */
  UTF_8,
  /** A byte order mark decides. */
  MARKED,
  /** The XML declaration names another one. */
  DECLARED,
  /** Every second byte is zero: UTF-16 or wider, without a mark. */
  WIDE;

  /** How many bytes are looked at. */
  static final int HEAD = 128;

  private static final Pattern DECLARATION =
      Pattern.compile("^<\\?xml\\s[^>]*encoding\\s*=\\s*[\"']([A-Za-z0-9._-]+)[\"']");

  static Encoding of(byte[] head, int length) {
    int first = length > 0 ? head[0] & 0xFF : 0;
    int second = length > 1 ? head[1] & 0xFF : 0;
    if (first == 0xFE || first == 0xFF) {
      return MARKED;
    }
    if (length > 1 && (first == 0 || second == 0)) {
      return WIDE;
    }
    int start = first == 0xEF ? 3 : 0;
    if (length <= start + 5 || head[start] != '<' || head[start + 1] != '?') {
      return UTF_8;
    }
    String text = new String(head, start, length - start, StandardCharsets.ISO_8859_1);
    Matcher declaration = DECLARATION.matcher(text);
    boolean isUtf8 =
        !declaration.find() || declaration.group(1).toLowerCase(Locale.ROOT).equals("utf-8");
    return isUtf8 ? UTF_8 : DECLARED;
  }
}
