package org.calmanchor.checks;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import javax.xml.datatype.DatatypeConfigurationException;
import javax.xml.datatype.DatatypeConstants;
import javax.xml.datatype.DatatypeFactory;
import org.calmanchor.core.lexical.WhiteSpace;

/**
 * Decides whether two texts of a built-in type have the same value (XML Schema 1.0 part 2, section
 * 3.2): numbers are compared by value, times by instant, truth values and bytes by what they mean,
 * everything else by its characters.
 */
final class ValueEquality {
  /**
   * A longer number is compared as text, because computing with a huge exponent would take too
   * long.
   */
  private static final int MOST_DIGITS = 1_000;

  private static final Map<String, Function<String, Object>> READERS =
      Map.of(
          "boolean", ValueEquality::bool,
          "float", ValueEquality::floating,
          "double", ValueEquality::floating,
          "dateTime", ValueEquality::moment,
          "time", ValueEquality::time,
          "duration", ValueEquality::duration,
          "base64Binary", text -> new Bytes(Base64.getMimeDecoder().decode(text)),
          "hexBinary", text -> new Bytes(HexFormat.of().parseHex(text)));

  private ValueEquality() {}

  /** Whether {@code one} and {@code other} are the same value of the built-in type. */
  static boolean areEqual(String builtIn, String one, String other) {
    if (one.equals(other)) {
      return true;
    }
    if (builtIn.equals("string") || builtIn.equals("normalizedString") || builtIn.isEmpty()) {
      return false;
    }
    String a = WhiteSpace.collapse(one);
    String b = WhiteSpace.collapse(other);
    if (a.equals(b)) {
      return true;
    }
    try {
      Object value = read(builtIn, a);
      return value.equals(read(builtIn, b));
    } catch (DateTimeException | IllegalArgumentException noValue) {
      // A text that is not a value of its type only equals the same text.
      return false;
    }
  }

  private static Object read(String builtIn, String text) {
    Function<String, Object> reader = READERS.get(builtIn);
    if (reader != null) {
      return reader.apply(text);
    }
    String lower = builtIn.toLowerCase(Locale.ROOT);
    boolean isNumber =
        lower.endsWith("integer")
            || lower.endsWith("int")
            || lower.endsWith("long")
            || lower.endsWith("short")
            || lower.endsWith("byte")
            || lower.equals("decimal");
    return isNumber && text.length() <= MOST_DIGITS
        ? new BigDecimal(text).stripTrailingZeros()
        : text;
  }

  private static Object bool(String text) {
    return text.equals("1") ? "true" : text.equals("0") ? "false" : text;
  }

  private static Object floating(String text) {
    return switch (text) {
      case "INF" -> Double.POSITIVE_INFINITY;
      case "-INF" -> Double.NEGATIVE_INFINITY;
      case "NaN" -> Double.NaN;
      // 0 and -0 are one value.
      default -> Double.parseDouble(text) + 0.0;
    };
  }

  private static Object moment(String text) {
    return isZoned(text) ? OffsetDateTime.parse(text).toInstant() : LocalDateTime.parse(text);
  }

  private static Object time(String text) {
    return isZoned(text)
        ? OffsetTime.parse(text).withOffsetSameInstant(java.time.ZoneOffset.UTC)
        : LocalTime.parse(text);
  }

  private static boolean isZoned(String text) {
    int end = Math.max(0, text.length() - "+00:00".length());
    return text.endsWith("Z") || text.indexOf('+', end) >= 0 || text.indexOf('-', end) >= 0;
  }

  private static Object duration(String text) {
    try {
      return new Span(DatatypeFactory.newInstance().newDuration(text));
    } catch (DatatypeConfigurationException noJdk) {
      throw new IllegalStateException("the JDK lacks durations", noJdk);
    }
  }

  private record Span(javax.xml.datatype.Duration duration) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Span span
          && duration.compare(span.duration) == DatatypeConstants.EQUAL;
    }

    @Override
    public int hashCode() {
      return 0;
    }
  }

  private record Bytes(byte[] bytes) {
    @Override
    public boolean equals(Object other) {
      return other instanceof Bytes that && Arrays.equals(bytes, that.bytes);
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(bytes);
    }
  }
}
