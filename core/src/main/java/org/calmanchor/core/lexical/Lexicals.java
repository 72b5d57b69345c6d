package org.calmanchor.core.lexical;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.function.Function;
import java.util.regex.Pattern;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Names;

/** The lexical forms that the type table uses, all but numbers. */
final class Lexicals {
  static final QName STRING_TYPE = Names.xsd("string");

  static final Lexical<String> STRING =
      new Lexical<>("text", true, Function.identity(), Function.identity());

  static final Lexical<Boolean> BOOLEAN =
      new Lexical<>(
          "true, false, 1 or 0", false, Lexicals::parseBoolean, value -> value.toString());

  static final Lexical<LocalDate> DATE =
      new Lexical<>(
          "a day without time zone as in 2027-06-11",
          false,
          Lexicals::parseDate,
          Lexicals::printDate);

  /** What {@link #DATE} holds of xsd:date: no zone, and no year that java.time lacks. */
  static final String DATE_PATTERN = "-?([1-9][0-9]{3,8}|0[0-9]{3})-[0-9]{2}-[0-9]{2}";

  private static final Pattern DATE_FORM = Pattern.compile(DATE_PATTERN);

  private Lexicals() {}

  private static Boolean parseBoolean(String text) {
    return switch (text) {
      case "true", "1" -> true;
      case "false", "0" -> false;
      default -> throw new LexicalException("not a boolean");
    };
  }

  private static LocalDate parseDate(String text) {
    if (!DATE_FORM.matcher(text).matches()) {
      throw new LexicalException("not a day");
    }
    int length = text.length();
    int year = Integer.parseInt(text.substring(0, length - 6));
    if (year == 0) {
      throw new LexicalException("there is no year 0000");
    }
    try {
      return LocalDate.of(
          year,
          Integer.parseInt(text.substring(length - 5, length - 3)),
          Integer.parseInt(text.substring(length - 2)));
    } catch (DateTimeException noSuchDay) {
      throw new LexicalException("no such day");
    }
  }

  private static String printDate(LocalDate day) {
    int year = day.getYear();
    if (year == 0) {
      // Leap years follow the number as written, so no other year may stand for it.
      throw new LexicalException("XML Schema 1.0 has no year 0000");
    }
    String digits = Integer.toString(Math.abs(year));
    return (year < 0 ? "-" : "")
        + "0".repeat(Math.max(0, 4 - digits.length()))
        + digits
        + twoDigits(day.getMonthValue())
        + twoDigits(day.getDayOfMonth());
  }

  private static String twoDigits(int number) {
    return number < 10 ? "-0" + number : "-" + number;
  }
}
