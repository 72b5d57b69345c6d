package org.calmanchor.core.codec;

import java.util.Arrays;

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

  private static final byte[] WORD = Tag.encode("encoding");
  private static final byte[] UTF8_NAME = Tag.encode("utf-8");

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
    int at = declared(head, start, length);
    return at < 0 || isUtf8(head, at, length) ? UTF_8 : DECLARED;
  }

  /** Where the XML declaration names an encoding, behind its quote; -1 when it names none. */
  private static int declared(byte[] head, int start, int length) {
    for (int i = start; i < length - WORD.length && head[i] != '>'; i++) {
      if (head[i] == 'e' && Arrays.equals(head, i, i + WORD.length, WORD, 0, WORD.length)) {
        int at = i + WORD.length;
        while (at < length && head[at] != '"' && head[at] != '\'') {
          at++;
        }
        return at + 1;
      }
    }
    return -1;
  }

  private static boolean isUtf8(byte[] head, int from, int length) {
    if (from + UTF8_NAME.length >= length) {
      return false;
    }
    for (int i = 0; i < UTF8_NAME.length; i++) {
      if ((head[from + i] | 0x20) != (UTF8_NAME[i] | 0x20)) {
        return false;
      }
    }
    byte quote = head[from + UTF8_NAME.length];
    return quote == '"' || quote == '\'';
  }
}
