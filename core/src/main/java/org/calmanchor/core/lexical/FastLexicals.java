package org.calmanchor.core.lexical;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** Fast paths for numbers, days, truth values and texts. */
final class FastLexicals {
  /** The most digits of which every number fits into a long. */
  private static final int MOST = 18;

  /** Marker: no number. */
  private static final long NONE = Long.MIN_VALUE;

  private static final byte[] TRUE = {'t', 'r', 'u', 'e'};
  private static final byte[] FALSE = {'f', 'a', 'l', 's', 'e'};
  private static final long[] POWERS = new long[MOST + 1];

  static {
    POWERS[0] = 1;
    for (int i = 1; i < POWERS.length; i++) {
      POWERS[i] = POWERS[i - 1] * 10;
    }
  }

  static final FastLexical<Integer> INT =
      new FastLexical<>() {
        @Override
        public @Nullable Integer parse(char[] text, int from, int to) {
          long value = integer(text, from, to);
          return value == (int) value ? (Integer) (int) value : null;
        }

        @Override
        public int print(Integer value, byte[] bytes, int at) {
          return FastLexicals.print(value, 0, bytes, at);
        }
      };

  static final FastLexical<Long> LONG =
      new FastLexical<>() {
        @Override
        public @Nullable Long parse(char[] text, int from, int to) {
          long value = integer(text, from, to);
          return value == NONE ? null : (Long) value;
        }

        @Override
        public int print(Long value, byte[] bytes, int at) {
          return value == NONE ? -1 : FastLexicals.print(value, 0, bytes, at);
        }
      };

  static final FastLexical<BigDecimal> DECIMAL =
      new FastLexical<>() {
        @Override
        public @Nullable BigDecimal parse(char[] text, int from, int to) {
          int point = from;
          while (point < to && text[point] != '.') {
            point++;
          }
          if (point == to) {
            long value = integer(text, from, to);
            return value == NONE ? null : BigDecimal.valueOf(value);
          }
          return decimal(text, from, point, to);
        }

        @Override
        public int print(BigDecimal value, byte[] bytes, int at) {
          int scale = value.scale();
          if (scale < 0 || scale > MOST || value.precision() > MOST) {
            return -1;
          }
          // BigDecimal.longValue() is free for a small integer; unscaledValue() would create a
          // BigInteger.
          BigDecimal whole = scale == 0 ? value : value.scaleByPowerOfTen(scale);
          return FastLexicals.print(whole.longValue(), scale, bytes, at);
        }
      };

  static final FastLexical<LocalDate> DATE =
      new FastLexical<>() {
        @Override
        public @Nullable LocalDate parse(char[] text, int from, int to) {
          if (to - from != 10 || text[from + 4] != '-' || text[from + 7] != '-') {
            return null;
          }
          long year = unsigned(text, from, from + 4);
          long month = unsigned(text, from + 5, from + 7);
          long day = unsigned(text, from + 8, from + 10);
          // The slow path checks the 29th and later days, which not every month has.
          return year < 1 || month < 1 || month > 12 || day < 1 || day > 28
              ? null
              : LocalDate.of((int) year, (int) month, (int) day);
        }

        @Override
        public int print(LocalDate value, byte[] bytes, int at) {
          int year = value.getYear();
          if (year < 1000 || year > 9999) {
            return -1;
          }
          int end = two(year % 100, bytes, two(year / 100, bytes, at));
          bytes[end++] = '-';
          end = two(value.getMonthValue(), bytes, end);
          bytes[end++] = '-';
          return two(value.getDayOfMonth(), bytes, end);
        }
      };

  static final FastLexical<Boolean> BOOLEAN =
      new FastLexical<>() {
        @Override
        public @Nullable Boolean parse(char[] text, int from, int to) {
          int length = to - from;
          if (length == 4 && text[from] == 't' && text[from + 1] == 'r' && text[from + 2] == 'u') {
            return text[from + 3] == 'e' ? Boolean.TRUE : null;
          }
          boolean isFalse =
              length == 5
                  && text[from] == 'f'
                  && text[from + 1] == 'a'
                  && text[from + 2] == 'l'
                  && text[from + 3] == 's'
                  && text[from + 4] == 'e';
          return isFalse ? Boolean.FALSE : null;
        }

        @Override
        public int print(Boolean value, byte[] bytes, int at) {
          byte[] word = value ? TRUE : FALSE;
          System.arraycopy(word, 0, bytes, at, word.length);
          return at + word.length;
        }
      };

  static final FastLexical<String> TEXT =
      new FastLexical<>() {
        @Override
        public String parse(char[] text, int from, int to) {
          return new String(text, from, to - from);
        }

        @Override
        public int print(String value, byte[] bytes, int at) {
          return -1;
        }
      };

  private FastLexicals() {}

  /** Parses digits with an optional sign; {@link #NONE} for any other text. */
  private static long integer(char[] text, int from, int to) {
    boolean isNegative = from < to && text[from] == '-';
    long value = unsigned(text, isNegative ? from + 1 : from, to);
    return value < 0 ? NONE : isNegative ? -value : value;
  }

  /** Parses one to eighteen digits; -1 for any other text. */
  private static long unsigned(char[] text, int from, int to) {
    if (from >= to || to - from > MOST) {
      return -1;
    }
    long value = 0;
    for (int i = from; i < to; i++) {
      int digit = text[i] - '0';
      if (digit < 0 || digit > 9) {
        return -1;
      }
      value = value * 10 + digit;
    }
    return value;
  }

  private static @Nullable BigDecimal decimal(char[] text, int from, int point, int to) {
    boolean isNegative = text[from] == '-';
    int start = isNegative ? from + 1 : from;
    int scale = to - point - 1;
    long whole = unsigned(text, start, point);
    long part = unsigned(text, point + 1, to);
    if (whole < 0 || part < 0 || point - start + scale > MOST) {
      return null;
    }
    long unscaled = whole * POWERS[scale] + part;
    return BigDecimal.valueOf(isNegative ? -unscaled : unscaled, scale);
  }

  private static int two(int value, byte[] bytes, int at) {
    int tens = value / 10;
    bytes[at] = (byte) ('0' + tens);
    bytes[at + 1] = (byte) ('0' + value - tens * 10);
    return at + 2;
  }

  /** Writes a number with {@code scale} digits after the decimal point. */
  private static int print(long unscaled, int scale, byte[] bytes, int at) {
    int start = at;
    long left = unscaled;
    if (left < 0) {
      bytes[start++] = '-';
      left = -left;
    }
    int digits = 1;
    while (digits < POWERS.length && left >= POWERS[digits]) {
      digits++;
    }
    if (scale == 0) {
      filled(left, bytes, start, start + digits);
      return start + digits;
    }
    int point = start + Math.max(digits - scale, 1);
    bytes[point] = '.';
    long whole = filled(left, bytes, point + 1, point + 1 + scale);
    filled(whole, bytes, start, point);
    return point + 1 + scale;
  }

  /**
   * Writes the last digits of a number, padded with zeros, and returns the remaining higher digits.
   */
  private static long filled(long value, byte[] bytes, int from, int to) {
    int at = to;
    long left = value;
    while (left > Integer.MAX_VALUE && at > from) {
      long rest = left / 10;
      bytes[--at] = (byte) ('0' + left - rest * 10);
      left = rest;
    }
    if (at == from) {
      return left;
    }
    // Dividing ints is cheaper, and most values fit.
    int few = (int) left;
    while (at > from) {
      int rest = few / 10;
      bytes[--at] = (byte) ('0' + few - rest * 10);
      few = rest;
    }
    return few;
  }
}
