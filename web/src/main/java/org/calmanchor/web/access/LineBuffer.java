package org.calmanchor.web.access;

import java.util.Arrays;

/** Bytes of lines, to which is appended; quicker than a text that is encoded later. */
final class LineBuffer {
  private static final int LEAST_CAPACITY = 4_096;
  private static final int MOST_DIGITS = 20;

  /** What needs no quotes: visible ASCII but what has a meaning in a line. */
  private static final boolean[] IS_PLAIN = new boolean[0x7F];

  static {
    for (char c = '!'; c < IS_PLAIN.length; c++) {
      IS_PLAIN[c] = c != '"' && c != '=' && c != '\\';
    }
  }

  private byte[] bytes;
  private int length;

  /** Creates bytes of which there will be about so many. */
  LineBuffer(int expected) {
    bytes = new byte[Math.max(LEAST_CAPACITY, expected)];
  }

  int length() {
    return length;
  }

  /** The bytes, and room behind them. */
  byte[] bytes() {
    return bytes;
  }

  /** The bytes from a place on. */
  byte[] from(int start) {
    return Arrays.copyOfRange(bytes, start, length);
  }

  private void reserve(int more) {
    if (bytes.length - length < more) {
      bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, length + more));
    }
  }

  void append(byte[] next) {
    reserve(next.length);
    System.arraycopy(next, 0, bytes, length, next.length);
    length += next.length;
  }

  /** Appends a character of ASCII. */
  void append(char next) {
    reserve(1);
    bytes[length++] = (byte) next;
  }

  /** Appends a text of plain characters; false, and nothing is appended, if it has others. */
  boolean appendPlain(String text) {
    int count = text.length();
    reserve(count);
    for (int i = 0; i < count; i++) {
      char c = text.charAt(i);
      if (c >= IS_PLAIN.length || !IS_PLAIN[c]) {
        return false;
      }
      bytes[length + i] = (byte) c;
    }
    length += count;
    return true;
  }

  /** Appends a number that is not negative, in decimal. */
  void append(long number) {
    reserve(MOST_DIGITS);
    long rest = number;
    int digits = 1;
    for (long limit = 10; digits < MOST_DIGITS - 1 && rest >= limit; limit *= 10) {
      digits++;
    }
    for (int i = length + digits - 1; i >= length; i--) {
      bytes[i] = (byte) ('0' + rest % 10);
      rest /= 10;
    }
    length += digits;
  }
}
