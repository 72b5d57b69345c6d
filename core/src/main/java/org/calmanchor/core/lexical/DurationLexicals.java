package org.calmanchor.core.lexical;

import java.time.Duration;
import java.time.Period;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * The lexical forms of durations (XML Schema 1.0 part 2, section 3.2.6), of which Java has two: one
 * of seconds, one of days, months and years.
 */
final class DurationLexicals {
  static final String DURATION_PATTERN =
      "-?P([0-9]{1,13}D)?(T([0-9]{1,13}H)?([0-9]{1,13}M)?([0-9]{1,13}(\\.[0-9]{1,9})?S)?)?";
  static final String PERIOD_PATTERN = "-?P([0-9]{1,9}Y)?([0-9]{1,9}M)?([0-9]{1,9}D)?";

  private static final long MOST_DAYS = 9_999_999_999_999L;
  private static final int MOST_OF_PERIOD = 999_999_999;

  private static final Pattern DURATION_FORM =
      Pattern.compile(
          "(-)?P(?=.)(?:(\\d+)D)?(?:T(?=.)(?:(\\d+)H)?(?:(\\d+)M)?(?:(\\d+)(?:\\.(\\d+))?S)?)?");
  private static final Pattern PERIOD_FORM =
      Pattern.compile("(-)?P(?=.)(?:(\\d+)Y)?(?:(\\d+)M)?(?:(\\d+)D)?");
  private static final Pattern DURATION_LIMITS = Pattern.compile(DURATION_PATTERN);
  private static final Pattern PERIOD_LIMITS = Pattern.compile(PERIOD_PATTERN);

  static final Lexical<Duration> DURATION =
      new Lexical<>(
          "a duration of days and less as in P1DT12H or PT30.5S",
          WhiteSpace.COLLAPSE,
          DurationLexicals::parseDuration,
          DurationLexicals::print);

  static final Lexical<Period> PERIOD =
      new Lexical<>(
          "a duration of days and more as in P1Y2M or P14D",
          WhiteSpace.COLLAPSE,
          DurationLexicals::parsePeriod,
          DurationLexicals::print);

  private DurationLexicals() {}

  private static Matcher matched(String text, Pattern form, Pattern limits) {
    Matcher matcher = form.matcher(text);
    if (!limits.matcher(text).matches() || !matcher.matches()) {
      throw new LexicalException("not a duration of this kind");
    }
    return matcher;
  }

  private static long number(@Nullable String digits) {
    return digits == null ? 0 : Long.parseLong(digits);
  }

  private static Duration parseDuration(String text) {
    Matcher parts = matched(text, DURATION_FORM, DURATION_LIMITS);
    String fraction = parts.group(6) == null ? "" : parts.group(6);
    Duration duration =
        Duration.ofDays(number(parts.group(2)))
            .plusHours(number(parts.group(3)))
            .plusMinutes(number(parts.group(4)))
            .plusSeconds(number(parts.group(5)))
            .plusNanos(number(fraction + "0".repeat(9 - fraction.length())));
    return parts.group(1) == null ? duration : duration.negated();
  }

  private static Period parsePeriod(String text) {
    Matcher parts = matched(text, PERIOD_FORM, PERIOD_LIMITS);
    Period period =
        Period.of(
            (int) number(parts.group(2)),
            (int) number(parts.group(3)),
            (int) number(parts.group(4)));
    return parts.group(1) == null ? period : period.negated();
  }

  private static String print(Duration value) {
    if (value.isZero()) {
      return "PT0S";
    }
    if (Math.abs(value.toDays()) > MOST_DAYS) {
      throw new LexicalException("more than " + MOST_DAYS + " days");
    }
    Duration positive = value.abs();
    StringBuilder out = new StringBuilder(value.isNegative() ? "-P" : "P");
    part(out, positive.toDaysPart(), 'D');
    if (!positive.equals(Duration.ofDays(positive.toDaysPart()))) {
      out.append('T');
      part(out, positive.toHoursPart(), 'H');
      part(out, positive.toMinutesPart(), 'M');
      if (positive.toSecondsPart() > 0 || positive.toNanosPart() > 0) {
        out.append(positive.toSecondsPart())
            .append(TimeLexicals.fraction(positive.toNanosPart()))
            .append('S');
      }
    }
    return out.toString();
  }

  private static String print(Period value) {
    boolean negative = value.isNegative();
    Period positive = negative ? value.negated() : value;
    if (positive.isNegative()) {
      throw new LexicalException("its parts have different signs");
    }
    if (Math.max(positive.getYears(), Math.max(positive.getMonths(), positive.getDays()))
        > MOST_OF_PERIOD) {
      throw new LexicalException("more than " + MOST_OF_PERIOD + " of a kind");
    }
    StringBuilder out = new StringBuilder(negative ? "-P" : "P");
    part(out, positive.getYears(), 'Y');
    part(out, positive.getMonths(), 'M');
    part(out, positive.getDays(), 'D');
    return positive.isZero() ? "P0D" : out.toString();
  }

  private static void part(StringBuilder out, long number, char unit) {
    if (number > 0) {
      out.append(number).append(unit);
    }
  }
}
