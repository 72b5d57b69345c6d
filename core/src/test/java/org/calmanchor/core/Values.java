package org.calmanchor.core;

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
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import javax.xml.namespace.QName;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import org.calmanchor.annotations.Binary;
import org.calmanchor.core.lexical.TypeMapping;

/** Random values of every row of the type table. */
public final class Values {
  private static final long FIRST_DAY = LocalDate.of(-20_000, 1, 1).toEpochDay();
  private static final long LAST_DAY = LocalDate.of(20_000, 1, 1).toEpochDay();

  private static final Arbitrary<LocalDate> DAYS =
      Arbitraries.longs()
          .between(FIRST_DAY, LAST_DAY)
          .map(LocalDate::ofEpochDay)
          .filter(day -> day.getYear() != 0);
  private static final Arbitrary<LocalTime> TIMES =
      Arbitraries.longs().between(0, 86_399_999_999_999L).map(LocalTime::ofNanoOfDay);
  private static final Arbitrary<ZoneOffset> OFFSETS =
      Arbitraries.integers().between(-14 * 60, 14 * 60).map(m -> ZoneOffset.ofTotalSeconds(m * 60));
  private static final Arbitrary<LocalDateTime> MOMENTS =
      Combinators.combine(DAYS, TIMES).as(LocalDateTime::of);
  private static final Arbitrary<OffsetDateTime> ZONED =
      Combinators.combine(MOMENTS, OFFSETS).as(OffsetDateTime::of);
  private static final Arbitrary<Integer> YEARS =
      Arbitraries.integers().between(-999_999_999, 999_999_999).filter(year -> year != 0);
  private static final Arbitrary<String> NAMES =
      Arbitraries.strings().withCharRange('a', 'z').ofMinLength(1).ofMaxLength(8);

  private static final Map<String, Arbitrary<?>> BY_TYPE =
      Map.ofEntries(
          Map.entry("string", text()),
          Map.entry("normalizedString", text().map(t -> t.replaceAll("[\t\n\r]", " "))),
          Map.entry("token", text().map(t -> t.replaceAll("[ \t\n\r]+", " ").strip())),
          Map.entry("boolean", Arbitraries.of(true, false)),
          Map.entry("byte", Arbitraries.bytes()),
          Map.entry("short", Arbitraries.shorts()),
          Map.entry("unsignedByte", Arbitraries.shorts().between((short) 0, (short) 255)),
          Map.entry("int", Arbitraries.integers()),
          Map.entry("unsignedShort", Arbitraries.integers().between(0, 65_535)),
          Map.entry("long", Arbitraries.longs()),
          Map.entry("unsignedInt", Arbitraries.longs().between(0, 4_294_967_295L)),
          Map.entry("integer", Arbitraries.bigIntegers()),
          Map.entry("unsignedLong", Arbitraries.bigIntegers().map(BigInteger::abs)),
          Map.entry("nonNegativeInteger", Arbitraries.bigIntegers().map(BigInteger::abs)),
          Map.entry(
              "positiveInteger", Arbitraries.bigIntegers().map(i -> i.abs().add(BigInteger.ONE))),
          Map.entry("nonPositiveInteger", Arbitraries.bigIntegers().map(i -> i.abs().negate())),
          Map.entry("negativeInteger", Arbitraries.bigIntegers().map(i -> i.abs().not())),
          // Zeroes at the end of a whole number have no form without exponent: as written.
          Map.entry(
              "decimal", Arbitraries.bigDecimals().map(d -> new BigDecimal(d.toPlainString()))),
          Map.entry("float", Arbitraries.floats()),
          Map.entry("double", Arbitraries.doubles()),
          Map.entry("DateWithoutZone", DAYS),
          Map.entry("TimeWithoutZone", TIMES),
          Map.entry("TimeWithZone", Combinators.combine(TIMES, OFFSETS).as(OffsetTime::of)),
          Map.entry("DateTimeWithoutZone", MOMENTS),
          Map.entry("DayTimeDuration", durations()),
          Map.entry("YearMonthDayDuration", periods()),
          Map.entry("YearWithoutZone", YEARS.map(Year::of)),
          Map.entry(
              "YearMonthWithoutZone",
              Combinators.combine(YEARS, Arbitraries.integers().between(1, 12)).as(YearMonth::of)),
          Map.entry("MonthDayWithoutZone", DAYS.map(MonthDay::from)),
          Map.entry(
              "Uuid", Combinators.combine(Arbitraries.longs(), Arbitraries.longs()).as(UUID::new)),
          Map.entry("anyURI", NAMES.map(name -> URI.create("urn:lanternquay:" + name))),
          Map.entry(
              "language",
              Arbitraries.of("en", "en-GB", "de-CH", "zh-Hant-TW").map(Locale::forLanguageTag)),
          Map.entry("CurrencyCode", Arbitraries.of("EUR", "CHF", "NOK").map(Currency::getInstance)),
          Map.entry(
              "QName",
              Combinators.combine(NAMES, Arbitraries.of("", "urn:a", "urn:lanternquay"))
                  .as((local, namespace) -> new QName(namespace, local))),
          Map.entry("base64Binary", Arbitraries.bytes().array(byte[].class).ofMaxSize(20)),
          Map.entry("hexBinary", Arbitraries.bytes().array(byte[].class).ofMaxSize(20)));

  private Values() {}

  /** Values of a row's Java type that its published type can hold. */
  public static Arbitrary<?> of(TypeMapping<?> row) {
    if (row.javaType() == Instant.class) {
      return ZONED
          .map(OffsetDateTime::toInstant)
          .filter(i -> i.atOffset(ZoneOffset.UTC).getYear() != 0);
    }
    if (row.javaType() == ZonedDateTime.class) {
      return ZONED.map(OffsetDateTime::toZonedDateTime);
    }
    if (row.javaType() == Binary.class) {
      return Arbitraries.bytes().array(byte[].class).ofMaxSize(20).map(Binary::of);
    }
    if (row.javaType() == OffsetDateTime.class) {
      return ZONED;
    }
    Arbitrary<?> values = BY_TYPE.get(row.publishedName());
    if (values == null) {
      throw new AssertionError("no values for " + row.publishedName());
    }
    return values;
  }

  /** Texts of characters that XML can hold. */
  public static Arbitrary<String> text() {
    return Arbitraries.strings()
        .withCharRange(' ', '\uD7FF')
        .withCharRange('\uE000', '\uFFFD')
        .withChars('\t', '\n', '\r')
        .ofMaxLength(12);
  }

  private static Arbitrary<Duration> durations() {
    return Combinators.combine(
            Arbitraries.longs().between(-1_000_000_000_000L, 1_000_000_000_000L),
            Arbitraries.integers().between(0, 999_999_999))
        .as(Duration::ofSeconds);
  }

  private static Arbitrary<Period> periods() {
    Arbitrary<Integer> part = Arbitraries.integers().between(0, 999_999_999);
    return Combinators.combine(part, part, part, Arbitraries.of(true, false))
        .as((y, m, d, negative) -> negative ? Period.of(-y, -m, -d) : Period.of(y, m, d));
  }
}
