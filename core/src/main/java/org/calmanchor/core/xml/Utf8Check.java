package org.calmanchor.core.xml;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import org.calmanchor.core.xml.InputProblem.Code;

/**
 * Checks that bytes are valid UTF-8 (Unicode, table 3-7), since the fast parser does not. Not safe
 * for several threads.
 */
final class Utf8Check {
  private static final VarHandle LONGS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.nativeOrder());

  /** A bit mask for bytes that are not ASCII. */
  private static final long NOT_ASCII = 0x8080808080808080L;

  /** The number of bytes that the current character still needs, and the range of the next one. */
  private int left;

  private int least = 0x80;
  private int most = 0xBF;

  /**
   * Checks the next bytes.
   *
   * @throws InvalidMessageException when one of them cannot stand where it does
   */
  void take(byte[] bytes, int from, int to) {
    int at = from;
    while (at < to) {
      if (left == 0) {
        at = afterAscii(bytes, at, to);
        if (at == to) {
          return;
        }
        begin(bytes[at++] & 0xFF);
      } else {
        goOn(bytes[at++] & 0xFF);
      }
    }
  }

  private static int afterAscii(byte[] bytes, int from, int to) {
    int at = from;
    while (at <= to - Long.BYTES && ((long) LONGS.get(bytes, at) & NOT_ASCII) == 0) {
      at += Long.BYTES;
    }
    while (at < to && bytes[at] >= 0) {
      at++;
    }
    return at;
  }

  private void begin(int first) {
    least = 0x80;
    most = 0xBF;
    if (first >= 0xC2 && first <= 0xDF) {
      left = 1;
    } else if (first >= 0xE0 && first <= 0xEF) {
      left = 2;
      least = first == 0xE0 ? 0xA0 : 0x80;
      most = first == 0xED ? 0x9F : 0xBF;
    } else if (first >= 0xF0 && first <= 0xF4) {
      left = 3;
      least = first == 0xF0 ? 0x90 : 0x80;
      most = first == 0xF4 ? 0x8F : 0xBF;
    } else {
      throw malformed();
    }
  }

  private void goOn(int next) {
    if (next < least || next > most) {
      throw malformed();
    }
    left--;
    least = 0x80;
    most = 0xBF;
  }

  /**
   * Checks the end of the bytes.
   *
   * @throws InvalidMessageException when a character is cut off
   */
  void end() {
    if (left > 0) {
      throw malformed();
    }
  }

  private static InvalidMessageException malformed() {
    return new InvalidMessageException(
        new InputProblem(
            "", Code.NOT_WELL_FORMED, "UTF-8", "it has bytes that are not UTF-8", 0, 0));
  }
}
