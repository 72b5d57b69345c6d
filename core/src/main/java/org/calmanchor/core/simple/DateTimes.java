package org.calmanchor.core.simple;

import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.regex.Pattern;
import javax.xml.datatype.DatatypeFactory;
import org.calmanchor.core.lexical.LexicalException;

/** Values of dates, times and durations (XML Schema 1.0 part 2, sections 3.2.6 to 3.2.14). */
final class DateTimes {
  static final String DURATION = "a duration as in P1Y2M3DT4H5M6S";

  private static final DatatypeFactory FACTORY = factory();
  private static final int LONGEST = 200;

  private static final String YEAR = "-?(?:[1-9]\\d{3,}|0\\d{3})";
  private static final String MONTH = "(?:0[1-9]|1[0-2])";
  private static final String DAY = "(?:0[1-9]|[12]\\d|3[01])";
  private static final String TIME =
      "(?:(?:[01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d(?:\\.\\d+)?|24:00:00(?:\\.0+)?)";
  private static final String ZONE = "(?:Z|[+-](?:(?:0\\d|1[0-3]):[0-5]\\d|14:00))?";

  private static final Map<String, Pattern> FORMS =
      Map.of(
          "dateTime", form(YEAR + "-" + MONTH + "-" + DAY + "T" + TIME),
          "time", form(TIME),
          "date", form(YEAR + "-" + MONTH + "-" + DAY),
          "gYearMonth", form(YEAR + "-" + MONTH),
          "gYear", form(YEAR),
          "gMonthDay", form("--" + MONTH + "-" + DAY),
          "gDay", form("---" + DAY),
          "gMonth", form("--" + MONTH));

  private static final Map<String, String> WORDS =
      Map.of(
          "dateTime", "a date and time as in 2027-06-11T14:30:00Z",
          "time", "a time as in 14:30:00",
          "date", "a date as in 2027-06-11",
          "gYearMonth", "a month of a year as in 2027-06",
          "gYear", "a year as in 2027",
          "gMonthDay", "a day of a month as in --06-11",
          "gDay", "a day of the month as in ---11",
          "gMonth", "a month as in --06");

  private static final Pattern DURATION_FORM =
      Pattern.compile(
          "-?P(?!$)(?:\\d+Y)?(?:\\d+M)?(?:\\d+D)?"
              + "(?:T(?!$)(?:\\d+H)?(?:\\d+M)?(?:\\d+(?:\\.\\d+)?S)?)?");

  private DateTimes() {}

  private static Pattern form(String pattern) {
    return Pattern.compile(pattern + ZONE);
  }

  private static DatatypeFactory factory() {
    try {
      return DatatypeFactory.newDefaultInstance();
    } catch (RuntimeException impossible) {
      throw new IllegalStateException("this JDK has no date values", impossible);
    }
  }

  /** What a text of that type must look like, in words. */
  static String words(String type) {
    return Objects.requireNonNull(WORDS.get(type), type);
  }

  /** Reads the texts of that type. */
  static Function<String, Object> parser(String type) {
    Pattern form = Objects.requireNonNull(FORMS.get(type), type);
    return text -> date(text, form);
  }

  private static Object date(String text, Pattern form) {
    // The length is limited first, because the numbers in it may have any number of digits.
    boolean isForm = text.length() <= LONGEST && form.matcher(text).matches();
    if (!isForm || text.startsWith("0000") || text.startsWith("-0000")) {
      throw new LexicalException("not a date or time");
    }
    requireUsualYear(text);
    try {
      return FACTORY.newXMLGregorianCalendar(text);
    } catch (IllegalArgumentException noSuchDay) {
      throw new LexicalException("there is no such day");
    }
  }

  /** Processors may limit years (section 3.2.6.1); the limit of the JDK's is taken. */
  private static void requireUsualYear(String text) {
    int sign = text.startsWith("-") ? 1 : 0;
    int end = sign;
    while (end < text.length() && Character.isDigit(text.charAt(end))) {
      end++;
    }
    boolean isLong = end - sign > 10;
    long year = isLong ? Long.MAX_VALUE : end == sign ? 0 : Long.parseLong(text.substring(0, end));
    if (year != (int) year) {
      throw LexicalException.constrained("a year up to " + Integer.MAX_VALUE);
    }
  }

  static Object duration(String text) {
    if (text.length() > LONGEST || !DURATION_FORM.matcher(text).matches()) {
      throw new LexicalException("not a duration");
    }
    return FACTORY.newDuration(text);
  }
}
