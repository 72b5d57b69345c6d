package org.calmanchor.core.constraint;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.OffsetDateTime;
import java.time.OffsetTime;
import java.time.Year;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.ToIntFunction;
import org.calmanchor.core.introspection.JavaAnnotation;

/** Constraints on values of java.time: in the past or in the future. */
final class TimeConstraints {
  /** The default time zone decides what is past for a local date or time. */
  private static final Clock CLOCK = Clock.system(ZoneId.systemDefault());

  private static final Map<String, ToIntFunction<Object>> BY_TYPE = new LinkedHashMap<>();

  static {
    add(LocalDate.class, value -> value.compareTo(LocalDate.now(CLOCK)));
    add(LocalTime.class, value -> value.compareTo(LocalTime.now(CLOCK)));
    add(LocalDateTime.class, value -> value.compareTo(LocalDateTime.now(CLOCK)));
    add(OffsetTime.class, value -> value.compareTo(OffsetTime.now(CLOCK)));
    add(OffsetDateTime.class, value -> value.toInstant().compareTo(Instant.now(CLOCK)));
    add(ZonedDateTime.class, value -> value.toInstant().compareTo(Instant.now(CLOCK)));
    add(Instant.class, value -> value.compareTo(Instant.now(CLOCK)));
    add(Year.class, value -> value.compareTo(Year.now(CLOCK)));
    add(YearMonth.class, value -> value.compareTo(YearMonth.now(CLOCK)));
    add(MonthDay.class, value -> value.compareTo(MonthDay.now(CLOCK)));
  }

  private TimeConstraints() {}

  private static <T> void add(Class<T> type, ToIntFunction<T> comparing) {
    BY_TYPE.put(type.getName(), value -> comparing.applyAsInt(type.cast(value)));
  }

  static boolean isKnown(String type) {
    return BY_TYPE.containsKey(type);
  }

  /** Negative, zero or positive if {@code value} is before, at or after the current time. */
  static int compareWithNow(Object value) {
    return Objects.requireNonNull(BY_TYPE.get(value.getClass().getName())).applyAsInt(value);
  }

  /** Reads a constraint that requires a past or future time. */
  static void read(JavaAnnotation given, ConstrainedPosition position) {
    if (!isKnown(position.type().name())) {
      position.unfit(given, "It belongs on a type of java.time.");
      return;
    }
    boolean isPast = given.simpleName().startsWith("Past");
    boolean orPresent = given.simpleName().endsWith("Present");
    position.add(
        new Constraint(
            "in the " + (isPast ? "past" : "future") + (orPresent ? " or now" : ""),
            List.of(),
            value -> {
              int compared = compareWithNow(value);
              return (orPresent && compared == 0) || (isPast ? compared < 0 : compared > 0);
            }));
  }
}
