package org.calmanchor.checks;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.Map;
import org.calmanchor.core.lexical.MatchingBudget;
import org.calmanchor.core.simple.PatternFacet;
import org.jspecify.annotations.Nullable;

/**
 * Decides whether single values of a comparison are what matchers ask for. The patterns of all of
 * them may take about a second together. For one thread at a time.
 */
final class ValueMatching {
  private static final int MOST_DIGITS = 1_000;
  private static final long MOST_STEPS = 50_000_000;

  private final Map<String, PatternFacet> patterns = new HashMap<>();
  private final MatchingBudget budget = new MatchingBudget(MOST_STEPS);

  /**
   * Whether {@code actual} is what {@code matcher} asks for.
   *
   * @param actual the value as text, or null for none; a structure counts as some value
   */
  boolean matches(Matcher matcher, @Nullable Object actual) {
    if (matcher instanceof Matcher.Any) {
      return true;
    }
    if (actual == null) {
      return matcher instanceof Matcher.Absent;
    }
    String text = actual.toString();
    if (matcher instanceof Matcher.Pattern pattern) {
      return patterns.computeIfAbsent(pattern.expression(), PatternFacet::of).matches(text, budget);
    }
    if (matcher instanceof Matcher.Near near) {
      BigDecimal number = number(text);
      return number != null && number.subtract(near.value()).abs().compareTo(near.tolerance()) <= 0;
    }
    if (matcher instanceof Matcher.Range range) {
      return isWithin(range, text);
    }
    return matcher instanceof Matcher.Present;
  }

  /** Whether no pattern is tried any more, so that nothing matches one. */
  boolean isUsedUp() {
    return budget.left() == 0;
  }

  private static boolean isWithin(Matcher.Range range, String text) {
    Comparable<?> value = ordered(text);
    return value != null
        && (range.least().isEmpty() || compare(ordered(range.least()), value) <= 0)
        && (range.most().isEmpty() || compare(value, ordered(range.most())) <= 0);
  }

  /** Compares two values of one kind; of different kinds, neither is within the other's bounds. */
  private static int compare(@Nullable Comparable<?> one, @Nullable Comparable<?> other) {
    if (one instanceof BigDecimal number && other instanceof BigDecimal second) {
      return number.compareTo(second);
    }
    return one instanceof LocalDateTime moment && other instanceof LocalDateTime second
        ? moment.compareTo(second)
        : 1;
  }

  /** A text as a number, or as a moment in UTC; null if it is neither. */
  static @Nullable Comparable<?> ordered(String text) {
    BigDecimal number = number(text);
    return number == null ? moment(text.strip()) : number;
  }

  static @Nullable BigDecimal number(String text) {
    try {
      return text.length() > MOST_DIGITS || text.contains("e") || text.contains("E")
          ? null
          : new BigDecimal(text.strip());
    } catch (NumberFormatException words) {
      return null;
    }
  }

  private static @Nullable LocalDateTime moment(String text) {
    try {
      if (!text.contains("T")) {
        return LocalDate.parse(text.replaceFirst("(Z|[+-]\\d\\d:\\d\\d)$", "")).atStartOfDay();
      }
      return text.matches(".*(Z|[+-]\\d\\d:\\d\\d)$")
          ? OffsetDateTime.parse(text).withOffsetSameInstant(ZoneOffset.UTC).toLocalDateTime()
          : LocalDateTime.parse(text);
    } catch (DateTimeException words) {
      return null;
    }
  }
}
