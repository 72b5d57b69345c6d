package org.calmanchor.core.limits;

import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;

/** The values of all {@link Limit}s, inclusive. Immutable. */
public final class Limits {
  /** The default limits. */
  public static final Limits DEFAULT = new Limits(new EnumMap<>(Limit.class));

  private static final long MOST_COUNT = Integer.MAX_VALUE - 8;

  private static final Duration LEAST_TIME = Duration.ofMillis(1);

  /** The greatest value that a limit can have, if it is a time. */
  public static final Duration MOST_TIME = Duration.ofDays(24);

  private final Map<Limit, Long> values;

  private Limits(Map<Limit, Long> values) {
    this.values = values;
  }

  /**
   * The value of a limit that is a count.
   *
   * @throws IllegalArgumentException when it limits a time
   */
  public long value(Limit limit) {
    requireKind(limit, false);
    return values.getOrDefault(limit, limit.byDefault());
  }

  /**
   * The value of a limit that is a time, in whole milliseconds.
   *
   * @throws IllegalArgumentException when it limits a count
   */
  public Duration time(Limit limit) {
    requireKind(limit, true);
    return Duration.ofMillis(values.getOrDefault(limit, limit.byDefault()));
  }

  private static void requireKind(Limit limit, boolean isTime) {
    if (limit.isTime() != isTime) {
      throw new IllegalArgumentException(
          "the limit "
              + limit.title()
              + (isTime ? " is a number, no Duration" : " is a time; give a Duration"));
    }
  }

  private int count(Limit limit) {
    return (int) value(limit);
  }

  /**
   * The same limits with another value for a count.
   *
   * @param value inclusive; 1 at least, and at most what an int counts, but for the size of a
   *     message
   * @throws IllegalArgumentException when it is out of that range, or the limit is a time
   */
  public Limits with(Limit limit, long value) {
    requireKind(limit, false);
    long most = most(limit);
    if (value < 1 || value > most) {
      throw new IllegalArgumentException(
          "the limit " + limit.title() + " is 1 to " + most + ", not " + value);
    }
    return changed(limit, value);
  }

  /**
   * The same limits with another value for a time.
   *
   * @param time inclusive; one millisecond to 24 days
   * @throws IllegalArgumentException when it is out of that range, or the limit is a count
   */
  public Limits with(Limit limit, Duration time) {
    requireKind(limit, true);
    if (time.compareTo(LEAST_TIME) < 0 || time.compareTo(MOST_TIME) > 0) {
      throw new IllegalArgumentException(
          "the limit " + limit.title() + " is 1 ms to 24 days, not " + time);
    }
    return changed(limit, time.toMillis());
  }

  /** The greatest value that a limit can have, if it is a count. */
  public static long most(Limit limit) {
    return switch (limit) {
      case BODY_BYTES -> Long.MAX_VALUE;
      case DIGITS -> Lexical.MOST_DIGITS;
      case MEMORY_PERCENT -> 100;
      default -> MOST_COUNT;
    };
  }

  private Limits changed(Limit limit, long value) {
    EnumMap<Limit, Long> changed = new EnumMap<>(Limit.class);
    changed.putAll(values);
    changed.put(limit, value);
    return new Limits(changed);
  }

  /**
   * Creates an opener of messages within these limits; for {@code isLenient} see {@link
   * MessageLimits#isLenient}.
   */
  @SuppressWarnings("exports") // for our own client, to which codecs are exported
  public MessageOpener inputs(boolean isLenient) {
    return new MessageOpener(
        new MessageLimits(
            value(Limit.BODY_BYTES),
            count(Limit.DEPTH),
            count(Limit.CHILDREN),
            count(Limit.ATTRIBUTES),
            count(Limit.TAG_BYTES),
            count(Limit.NAME_LENGTH),
            count(Limit.TEXT_LENGTH),
            count(Limit.BINARY_BYTES),
            count(Limit.DIGITS),
            count(Limit.OPEN_ELEMENTS),
            count(Limit.UNKNOWN_NAMES),
            isLenient));
  }
}
