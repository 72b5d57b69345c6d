package org.calmanchor.core.lexical;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.function.Function;
import java.util.regex.Pattern;

/**
 * The lexical forms of days and times (XML Schema 1.0 part 2, sections 3.2.7 to 3.2.14 and appendix
 * D). Years keep their number as written, and there is no year 0000; leap seconds are refused; hour
 * 24 is midnight of the next day.
 */
final class TimeLexicals {
  private static final String YEAR = "-?([1-9][0-9]{3,8}|0[0-9]{3})";
  private static final String TIME = "[0-9]{2}:[0-9]{2}:[0-9]{2}(\\.[0-9]{1,9})?";
  private static final String ZONE = "(Z|[+\\-][0-9]{2}:[0-9]{2})";

  /**
   * The patterns that restrict the built-in types to what the Java types can represent: zone, nine
   * digits of a second, range of years.
   */
  static final String DATE_PATTERN = YEAR + "-[0-9]{2}-[0-9]{2}";

  static final String TIME_PATTERN = TIME;
  static final String ZONED_TIME_PATTERN = TIME + ZONE;
  static final String DATE_TIME_PATTERN = DATE_PATTERN + "T" + TIME;
  static final String ZONED_DATE_TIME_PATTERN = DATE_TIME_PATTERN + ZONE;
  static final String YEAR_PATTERN = YEAR;
  static final String YEAR_MONTH_PATTERN = YEAR + "-[0-9]{2}";
  static final String MONTH_DAY_PATTERN = "--[0-9]{2}-[0-9]{2}";

  private static final int MOST_YEAR = 999_999_999;
  private static final int MOST_OFFSET_SECONDS = 14 * 3600;

  static final Lexical<LocalDate> DATE =
      TimeLexicals.<LocalDate>lexical(
              "a day without time zone as in 2027-06-11",
              DATE_PATTERN,
              TimeLexicals::parseDate,
              TimeLexicals::print)
          .quickly(FastLexicals.DATE);

  static final Lexical<LocalTime> TIME_OF_DAY =
      lexical(
          "a time without time zone as in 14:30:00",
          TIME_PATTERN,
          TimeLexicals::parseTime,
          TimeLexicals::print);

  static final Lexical<OffsetTime> ZONED_TIME =
      lexical(
          "a time with time zone as in 14:30:00Z or 14:30:00+02:00",
          ZONED_TIME_PATTERN,
          text -> {
            int zone = zoneAt(text);
            return OffsetTime.of(
                parseTime(text.substring(0, zone)), parseZone(text.substring(zone)));
          },
          value -> print(value.toLocalTime()) + print(value.getOffset()));

  static final Lexical<LocalDateTime> DATE_TIME =
      lexical(
          "a day and time without time zone as in 2027-06-11T14:30:00",
          DATE_TIME_PATTERN,
          TimeLexicals::parseDateTime,
          TimeLexicals::print);

  static final Lexical<OffsetDateTime> OFFSET_DATE_TIME =
      zoned(Function.identity(), Function.identity());

  static final Lexical<ZonedDateTime> ZONED_DATE_TIME =
      zoned(OffsetDateTime::toZonedDateTime, ZonedDateTime::toOffsetDateTime);

  static final Lexical<Instant> INSTANT =
      zoned(OffsetDateTime::toInstant, instant -> instant.atOffset(ZoneOffset.UTC));

  static final Lexical<Year> G_YEAR =
      lexical(
          "a year without time zone as in 2027",
          YEAR_PATTERN,
          text -> Year.of(parseYear(text)),
          value -> printYear(value.getValue()));

  static final Lexical<YearMonth> G_YEAR_MONTH =
      lexical(
          "a month without time zone as in 2027-06",
          YEAR_MONTH_PATTERN,
          text ->
              YearMonth.of(
                  parseYear(text.substring(0, text.length() - 3)), number(text, text.length() - 2)),
          value -> printYear(value.getYear()) + "-" + two(value.getMonthValue()));

  static final Lexical<MonthDay> G_MONTH_DAY =
      lexical(
          "a day of any year without time zone as in --06-11",
          MONTH_DAY_PATTERN,
          text -> MonthDay.of(number(text, 2), number(text, 5)),
          value -> "--" + two(value.getMonthValue()) + "-" + two(value.getDayOfMonth()));

  private TimeLexicals() {}

  private static <T> Lexical<T> lexical(
      String form, String pattern, Function<String, T> parser, Function<T, String> printer) {
    Pattern compiled = Pattern.compile(pattern);
    return new Lexical<>(
        form,
        WhiteSpace.COLLAPSE,
        text -> {
          if (!compiled.matcher(text).matches()) {
            throw new LexicalException("another form");
          }
          try {
            return parser.apply(text);
          } catch (DateTimeException noSuchTime) {
            throw new LexicalException("no such time");
          }
        },
        value -> {
          try {
            return printer.apply(value);
          } catch (DateTimeException outOfRange) {
            throw new LexicalException("out of range");
          }
        });
  }

  private static <T> Lexical<T> zoned(
      Function<OffsetDateTime, T> from, Function<T, OffsetDateTime> to) {
    return lexical(
        "a day and time with time zone as in 2027-06-11T14:30:00Z",
        ZONED_DATE_TIME_PATTERN,
        text -> {
          int zone = zoneAt(text);
          LocalDateTime local = parseDateTime(text.substring(0, zone));
          return from.apply(OffsetDateTime.of(local, parseZone(text.substring(zone))));
        },
        value -> {
          OffsetDateTime at = to.apply(value);
          return print(at.toLocalDateTime()) + print(at.getOffset());
        });
  }

  private static int number(String text, int at) {
    return (text.charAt(at) - '0') * 10 + text.charAt(at + 1) - '0';
  }

  private static int parseYear(String text) {
    int year = Integer.parseInt(text);
    if (year == 0) {
      throw new LexicalException("there is no year 0000");
    }
    return year;
  }

  private static LocalDate parseDate(String text) {
    int length = text.length();
    return LocalDate.of(
        parseYear(text.substring(0, length - 6)),
        number(text, length - 5),
        number(text, length - 2));
  }

  private static boolean isEndOfDay(String time) {
    return time.startsWith("24:00:00") && time.chars().skip(8).allMatch(c -> c == '0' || c == '.');
  }

  private static LocalTime parseTime(String text) {
    if (isEndOfDay(text)) {
      return LocalTime.MIDNIGHT;
    }
    int nanos = 0;
    if (text.length() > 8) {
      String fraction = text.substring(9);
      nanos = Integer.parseInt(fraction + "0".repeat(9 - fraction.length()));
    }
    return LocalTime.of(number(text, 0), number(text, 3), number(text, 6), nanos);
  }

  private static LocalDateTime parseDateTime(String text) {
    int t = text.indexOf('T');
    LocalDate day = parseDate(text.substring(0, t));
    String time = text.substring(t + 1);
    if (isEndOfDay(time)) {
      // There is no year 0 in XML Schema 1.0: the day after -0001-12-31 is in year 1.
      LocalDate next = day.plusDays(1);
      day = next.getYear() == 0 ? next.withYear(1) : next;
    }
    return LocalDateTime.of(day, parseTime(time));
  }

  private static int zoneAt(String text) {
    return text.endsWith("Z") ? text.length() - 1 : text.length() - 6;
  }

  private static ZoneOffset parseZone(String text) {
    if (text.equals("Z")) {
      return ZoneOffset.UTC;
    }
    int minutes = number(text, 4);
    int seconds = (number(text, 1) * 60 + minutes) * 60;
    if (minutes > 59 || seconds > MOST_OFFSET_SECONDS) {
      throw new LexicalException("no such time zone");
    }
    return ZoneOffset.ofTotalSeconds(text.charAt(0) == '-' ? -seconds : seconds);
  }

  private static String printYear(int year) {
    if (year == 0 || Math.abs((long) year) > MOST_YEAR) {
      // Writing year 0 as -1 would change which years are leap years.
      throw new LexicalException("XML Schema 1.0 has no year " + year);
    }
    String digits = Integer.toString(Math.abs(year));
    return (year < 0 ? "-" : "") + "0".repeat(Math.max(0, 4 - digits.length())) + digits;
  }

  private static String print(LocalDate day) {
    return printYear(day.getYear())
        + "-"
        + two(day.getMonthValue())
        + "-"
        + two(day.getDayOfMonth());
  }

  private static String print(LocalTime time) {
    String whole = two(time.getHour()) + ":" + two(time.getMinute()) + ":" + two(time.getSecond());
    return whole + fraction(time.getNano());
  }

  /** A fraction of a second with its point, without trailing zeros; empty for none. */
  static String fraction(int nanos) {
    if (nanos == 0) {
      return "";
    }
    String digits = Integer.toString(1_000_000_000 + nanos);
    int end = digits.length();
    while (digits.charAt(end - 1) == '0') {
      end--;
    }
    return "." + digits.substring(1, end);
  }

  private static String print(LocalDateTime at) {
    return print(at.toLocalDate()) + "T" + print(at.toLocalTime());
  }

  private static String print(ZoneOffset offset) {
    int seconds = offset.getTotalSeconds();
    if (seconds % 60 != 0 || Math.abs(seconds) > MOST_OFFSET_SECONDS) {
      throw new LexicalException("XML Schema has no time zone " + offset);
    }
    return offset.getId();
  }

  private static String two(int number) {
    return number < 10 ? "0" + number : Integer.toString(number);
  }
}
