package org.calmanchor.core.lexical;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;

/** The lexical forms of numbers (XML Schema 1.0 part 2, sections 3.2.3 to 3.2.5 and 3.3.13 on). */
final class NumberLexicals {
  private static final int MOST_DIGITS = Lexical.MOST_DIGITS;

  static final Lexical<Byte> BYTE = whole("-128 to 127", Byte::parseByte);
  static final Lexical<Short> SHORT = whole("-32768 to 32767", Short::parseShort);
  static final Lexical<Integer> INT =
      whole("-2147483648 to 2147483647", Integer::parseInt).quickly(FastLexicals.INT);
  static final Lexical<Long> LONG =
      whole("-9223372036854775808 to 9223372036854775807", Long::parseLong)
          .quickly(FastLexicals.LONG);

  /** The unsigned types; each is represented by the next wider signed type of Java. */
  static final Lexical<Short> UNSIGNED_BYTE = within("0 to 255", SHORT, 0, 255);

  static final Lexical<Integer> UNSIGNED_SHORT = within("0 to 65535", INT, 0, 65_535);
  static final Lexical<Long> UNSIGNED_INT = within("0 to 4294967295", LONG, 0, 4_294_967_295L);

  static final Lexical<BigInteger> INTEGER =
      new Lexical<BigInteger>(
              "a whole number",
              WhiteSpace.COLLAPSE,
              text -> new BigInteger(checked(text, text.length() > 0 && isWhole(text))),
              NumberLexicals::printInteger)
          .ofNumbers();

  static final Lexical<BigInteger> UNSIGNED_LONG =
      signed(
          "a whole number from 0 to 18446744073709551615",
          value -> value.signum() >= 0 && value.bitLength() <= 64);

  static final Lexical<BigInteger> NON_NEGATIVE_INTEGER =
      signed("a whole number from 0 on", value -> value.signum() >= 0);
  static final Lexical<BigInteger> POSITIVE_INTEGER =
      signed("a whole number from 1 on", value -> value.signum() > 0);
  static final Lexical<BigInteger> NON_POSITIVE_INTEGER =
      signed("a whole number up to 0", value -> value.signum() <= 0);
  static final Lexical<BigInteger> NEGATIVE_INTEGER =
      signed("a whole number up to -1", value -> value.signum() < 0);

  static final Lexical<BigDecimal> DECIMAL =
      new Lexical<BigDecimal>(
              "a decimal number as in 42.50, without exponent",
              WhiteSpace.COLLAPSE,
              text -> new BigDecimal(checked(text, isDecimal(text, 0, text.length()))),
              NumberLexicals::printDecimal)
          .ofNumbers()
          .quickly(FastLexicals.DECIMAL);

  static final Lexical<Float> FLOAT =
      new Lexical<Float>(
              "a number as in 1.5 or 1.5E3, INF, -INF or NaN",
              WhiteSpace.COLLAPSE,
              text ->
                  switch (text) {
                    case "INF" -> Float.POSITIVE_INFINITY;
                    case "-INF" -> Float.NEGATIVE_INFINITY;
                    case "NaN" -> Float.NaN;
                    default -> Float.parseFloat(checked(text, isFloating(text)));
                  },
              value -> value.isInfinite() ? (value > 0 ? "INF" : "-INF") : value.toString())
          .ofNumbers();

  static final Lexical<Double> DOUBLE =
      new Lexical<Double>(
              "a number as in 1.5 or 1.5E3, INF, -INF or NaN",
              WhiteSpace.COLLAPSE,
              text ->
                  switch (text) {
                    case "INF" -> Double.POSITIVE_INFINITY;
                    case "-INF" -> Double.NEGATIVE_INFINITY;
                    case "NaN" -> Double.NaN;
                    default -> Double.parseDouble(checked(text, isFloating(text)));
                  },
              value -> value.isInfinite() ? (value > 0 ? "INF" : "-INF") : value.toString())
          .ofNumbers();

  private NumberLexicals() {}

  private static <T extends Number> Lexical<T> whole(String range, Function<String, T> parser) {
    return new Lexical<T>(
            "a whole number from " + range,
            WhiteSpace.COLLAPSE,
            text -> {
              checked(text, isWhole(text));
              try {
                return parser.apply(text);
              } catch (NumberFormatException outOfRange) {
                throw new LexicalException("out of range");
              }
            },
            Object::toString)
        .ofNumbers();
  }

  private static <T extends Number> Lexical<T> within(
      String range, Lexical<T> wider, long least, long most) {
    Consumer<T> check =
        value -> {
          if (value.longValue() < least || value.longValue() > most) {
            throw new LexicalException("out of range");
          }
        };
    Lexical<T> checked = wider.checked(check, check);
    return new Lexical<T>(
            "a whole number from " + range, WhiteSpace.COLLAPSE, checked::parse, checked::print)
        .ofNumbers();
  }

  private static Lexical<BigInteger> signed(String form, Predicate<BigInteger> fits) {
    Consumer<BigInteger> check =
        value -> {
          if (!fits.test(value)) {
            throw new LexicalException("out of range");
          }
        };
    Lexical<BigInteger> checked = INTEGER.checked(check, check);
    return new Lexical<BigInteger>(form, WhiteSpace.COLLAPSE, checked::parse, checked::print)
        .ofNumbers();
  }

  private static String checked(String text, boolean wellFormed) {
    if (!wellFormed) {
      throw new LexicalException("not a number of this type");
    }
    if (text.length() > MOST_DIGITS) {
      throw new LexicalException("more than " + MOST_DIGITS + " digits");
    }
    return text;
  }

  private static boolean isWhole(String text) {
    int start = afterSign(text, 0);
    return digits(text, start, text.length()) == text.length() && start < text.length();
  }

  /** Whether the text is an optional sign, digits, a point and digits, with at least one digit. */
  private static boolean isDecimal(String text, int from, int to) {
    int start = afterSign(text, from);
    int point = digits(text, start, to);
    int found = point - start;
    int end = point;
    if (point < to && text.charAt(point) == '.') {
      end = digits(text, point + 1, to);
      found += end - point - 1;
    }
    return end == to && found > 0;
  }

  private static boolean isFloating(String text) {
    int exponent = Math.max(text.indexOf('e'), text.indexOf('E'));
    if (exponent < 0) {
      return isDecimal(text, 0, text.length());
    }
    return isDecimal(text, 0, exponent) && isWhole(text.substring(exponent + 1));
  }

  private static int afterSign(String text, int at) {
    return at < text.length() && (text.charAt(at) == '-' || text.charAt(at) == '+') ? at + 1 : at;
  }

  private static int digits(String text, int from, int to) {
    int at = from;
    while (at < to && text.charAt(at) >= '0' && text.charAt(at) <= '9') {
      at++;
    }
    return at;
  }

  private static String printInteger(BigInteger value) {
    // Computed from bits (3.4 bits a digit), since printing a huge number would take too long.
    if (value.bitLength() > MOST_DIGITS * 4) {
      throw new LexicalException("more than " + MOST_DIGITS + " digits");
    }
    return checked(value.toString(), true);
  }

  private static String printDecimal(BigDecimal value) {
    long scale = value.scale();
    if (value.precision() + Math.abs(scale) > MOST_DIGITS) {
      throw new LexicalException("more than " + MOST_DIGITS + " digits");
    }
    return value.toPlainString();
  }
}
