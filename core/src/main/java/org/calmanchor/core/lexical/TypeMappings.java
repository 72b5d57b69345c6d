package org.calmanchor.core.lexical;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Period;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZonedDateTime;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Binary;
import org.jspecify.annotations.Nullable;

/**
 * The one ordered table of simple type mappings. The first row for a Java type counts; further ones
 * are taken where an annotation names their type.
 */
public final class TypeMappings {
  private static final String NO_ZONE = ", without time zone";
  private static final String ZONED =
      "A moment: day and time with time zone, to the billionth of a second";

  private static final List<TypeMapping<?>> TABLE =
      List.of(
          TypeMapping.of(String.class, "string", Lexicals.STRING),
          TypeMapping.of(String.class, "normalizedString", Lexicals.NORMALIZED_STRING),
          TypeMapping.of(String.class, "token", Lexicals.TOKEN),
          TypeMapping.of(Boolean.class, boolean.class, "boolean", Lexicals.BOOLEAN),
          TypeMapping.of(Byte.class, byte.class, "byte", NumberLexicals.BYTE),
          TypeMapping.of(Short.class, short.class, "short", NumberLexicals.SHORT),
          TypeMapping.of(Short.class, short.class, "unsignedByte", NumberLexicals.UNSIGNED_BYTE),
          TypeMapping.of(Integer.class, int.class, "int", NumberLexicals.INT),
          TypeMapping.of(Integer.class, int.class, "unsignedShort", NumberLexicals.UNSIGNED_SHORT),
          TypeMapping.of(Long.class, long.class, "long", NumberLexicals.LONG),
          TypeMapping.of(Long.class, long.class, "unsignedInt", NumberLexicals.UNSIGNED_INT),
          TypeMapping.of(BigInteger.class, "integer", NumberLexicals.INTEGER),
          TypeMapping.of(BigInteger.class, "unsignedLong", NumberLexicals.UNSIGNED_LONG),
          TypeMapping.of(
              BigInteger.class, "nonNegativeInteger", NumberLexicals.NON_NEGATIVE_INTEGER),
          TypeMapping.of(BigInteger.class, "positiveInteger", NumberLexicals.POSITIVE_INTEGER),
          TypeMapping.of(
              BigInteger.class, "nonPositiveInteger", NumberLexicals.NON_POSITIVE_INTEGER),
          TypeMapping.of(BigInteger.class, "negativeInteger", NumberLexicals.NEGATIVE_INTEGER),
          TypeMapping.of(BigDecimal.class, "decimal", NumberLexicals.DECIMAL),
          TypeMapping.of(Float.class, float.class, "float", NumberLexicals.FLOAT),
          TypeMapping.of(Double.class, double.class, "double", NumberLexicals.DOUBLE),
          TypeMapping.narrowed(
              LocalDate.class,
              "date",
              "DateWithoutZone",
              TimeLexicals.DATE_PATTERN,
              "A day as the calendar on the wall shows it" + NO_ZONE,
              TimeLexicals.DATE),
          TypeMapping.narrowed(
              LocalTime.class,
              "time",
              "TimeWithoutZone",
              TimeLexicals.TIME_PATTERN,
              "A time as the clock on the wall shows it" + NO_ZONE,
              TimeLexicals.TIME_OF_DAY),
          TypeMapping.narrowed(
              OffsetTime.class,
              "time",
              "TimeWithZone",
              TimeLexicals.ZONED_TIME_PATTERN,
              "A time of any day, with time zone",
              TimeLexicals.ZONED_TIME),
          TypeMapping.narrowed(
              LocalDateTime.class,
              "dateTime",
              "DateTimeWithoutZone",
              TimeLexicals.DATE_TIME_PATTERN,
              "Day and time as calendar and clock on the wall show them" + NO_ZONE,
              TimeLexicals.DATE_TIME),
          zoned(OffsetDateTime.class, TimeLexicals.OFFSET_DATE_TIME),
          zoned(ZonedDateTime.class, TimeLexicals.ZONED_DATE_TIME),
          zoned(Instant.class, TimeLexicals.INSTANT),
          TypeMapping.narrowed(
              Duration.class,
              "duration",
              "DayTimeDuration",
              DurationLexicals.DURATION_PATTERN,
              "A duration of days, hours, minutes and seconds, without months and years",
              DurationLexicals.DURATION),
          TypeMapping.narrowed(
              Period.class,
              "duration",
              "YearMonthDayDuration",
              DurationLexicals.PERIOD_PATTERN,
              "A duration of years, months and days, without times",
              DurationLexicals.PERIOD),
          TypeMapping.narrowed(
              Year.class,
              "gYear",
              "YearWithoutZone",
              TimeLexicals.YEAR_PATTERN,
              "A year" + NO_ZONE,
              TimeLexicals.G_YEAR),
          TypeMapping.narrowed(
              YearMonth.class,
              "gYearMonth",
              "YearMonthWithoutZone",
              TimeLexicals.YEAR_MONTH_PATTERN,
              "A month of a year" + NO_ZONE,
              TimeLexicals.G_YEAR_MONTH),
          TypeMapping.narrowed(
              MonthDay.class,
              "gMonthDay",
              "MonthDayWithoutZone",
              TimeLexicals.MONTH_DAY_PATTERN,
              "A day of any year" + NO_ZONE,
              TimeLexicals.G_MONTH_DAY),
          TypeMapping.narrowed(
              UUID.class,
              "string",
              "Uuid",
              Lexicals.UUID_PATTERN,
              "A universally unique identifier",
              Lexicals.UUID_TEXT),
          TypeMapping.of(URI.class, "anyURI", Lexicals.ANY_URI),
          TypeMapping.of(Locale.class, "language", Lexicals.LANGUAGE),
          TypeMapping.narrowed(
              Currency.class,
              "string",
              "CurrencyCode",
              Lexicals.CURRENCY_PATTERN,
              "The three capitals of a currency",
              Lexicals.CURRENCY),
          TypeMapping.of(QName.class, "QName", Lexicals.QNAME),
          TypeMapping.of(byte[].class, "base64Binary", BinaryLexicals.BASE64),
          TypeMapping.of(byte[].class, "hexBinary", BinaryLexicals.HEX),
          TypeMapping.of(Binary.class, "base64Binary", BinaryLexicals.BASE64_STREAM));

  private static final Map<String, List<TypeMapping<?>>> BY_JAVA_NAME =
      TABLE.stream()
          .flatMap(row -> row.javaNames().map(name -> Map.entry(name, row)))
          .collect(
              Collectors.groupingBy(
                  Map.Entry::getKey,
                  Collectors.mapping(Map.Entry::getValue, Collectors.toUnmodifiableList())));

  private TypeMappings() {}

  private static <T> TypeMapping<T> zoned(Class<T> type, Lexical<T> lexical) {
    return TypeMapping.narrowed(
        type, "dateTime", "DateTimeWithZone", TimeLexicals.ZONED_DATE_TIME_PATTERN, ZONED, lexical);
  }

  /** All rows in the order of the table. */
  public static List<TypeMapping<?>> rows() {
    return TABLE;
  }

  /** All rows for a Java type by its binary name, the default row first; empty if there is none. */
  public static List<TypeMapping<?>> allForJava(String javaName) {
    return BY_JAVA_NAME.getOrDefault(javaName, List.of());
  }

  /**
   * The default row for a Java type, or null if there is none.
   *
   * @param javaName the type's binary name, or a primitive's
   */
  public static @Nullable TypeMapping<?> forJava(String javaName) {
    List<TypeMapping<?>> rows = allForJava(javaName);
    return rows.isEmpty() ? null : rows.get(0);
  }

  /**
   * The row for a Java type that is published as that built-in type or its restriction; null if
   * there is none.
   */
  public static @Nullable TypeMapping<?> forJava(String javaName, QName published) {
    return allForJava(javaName).stream()
        .filter(row -> row.publishedName().equals(published.getLocalPart()))
        .findFirst()
        .orElse(null);
  }

  /** How white space in values of the built-in type {@code base} is handled. */
  public static WhiteSpace whiteSpace(QName base) {
    return switch (base.getLocalPart()) {
      case "string" -> WhiteSpace.PRESERVE;
      case "normalizedString" -> WhiteSpace.REPLACE;
      default -> WhiteSpace.COLLAPSE;
    };
  }
}
