package org.calmanchor.core.lexical;

import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import org.calmanchor.annotations.Binary;

/** The lexical forms of bytes (XML Schema 1.0 part 2, sections 3.2.15 and 3.2.16). */
final class BinaryLexicals {
  static final Lexical<byte[]> BASE64 =
      new Lexical<>(
          "bytes as Base64 text",
          WhiteSpace.COLLAPSE,
          BinaryLexicals::parseBase64,
          bytes -> Base64.getEncoder().encodeToString(bytes));

  static final Lexical<byte[]> HEX =
      new Lexical<>(
          "bytes as pairs of hexadecimal digits",
          WhiteSpace.COLLAPSE,
          BinaryLexicals::parseHex,
          bytes -> HexFormat.of().withUpperCase().formatHex(bytes));

  static final Lexical<Binary> BASE64_STREAM =
      new Lexical<>(
          BASE64.form(),
          WhiteSpace.COLLAPSE,
          text -> Binary.of(BASE64.parse(text)),
          binary -> BASE64.print(binary.bytes()));

  private BinaryLexicals() {}

  private static byte[] parseBase64(String text) {
    String packed = text.indexOf(' ') < 0 ? text : text.replace(" ", "");
    // The JDK's decoder also accepts missing padding, and unused bits that are not zero.
    if (packed.length() % 4 != 0) {
      throw new LexicalException("not Base64");
    }
    try {
      byte[] bytes = Base64.getDecoder().decode(packed);
      if (packed.endsWith("=")
          && !Base64.getEncoder()
              .encodeToString(lastOf(bytes))
              .equals(packed.substring(packed.length() - 4))) {
        throw new LexicalException("not Base64");
      }
      return bytes;
    } catch (IllegalArgumentException malformed) {
      throw new LexicalException("not Base64");
    }
  }

  /** Decodes the last group of four characters. */
  private static byte[] lastOf(byte[] bytes) {
    int from = (bytes.length - 1) / 3 * 3;
    return Arrays.copyOfRange(bytes, from, bytes.length);
  }

  private static byte[] parseHex(String text) {
    try {
      return HexFormat.of().parseHex(text);
    } catch (IllegalArgumentException malformed) {
      throw new LexicalException("not hexadecimal");
    }
  }
}
