package org.calmanchor.core.endpoint;

import java.util.EnumMap;
import java.util.Map;
import org.calmanchor.core.codec.Bounds;
import org.calmanchor.core.codec.Inputs;
import org.calmanchor.core.lexical.Lexical;

/** How far each {@link Limit} goes, inclusive. Immutable. */
public final class Limits {
  /** What holds unless told otherwise. */
  public static final Limits DEFAULT = new Limits(new EnumMap<>(Limit.class));

  private static final long MOST_COUNT = Integer.MAX_VALUE - 8;

  private final Map<Limit, Long> values;

  private Limits(Map<Limit, Long> values) {
    this.values = values;
  }

  /** The value of {@code limit}. */
  public long value(Limit limit) {
    return values.getOrDefault(limit, limit.byDefault());
  }

  private int count(Limit limit) {
    return (int) value(limit);
  }

  /**
   * The same with another value.
   *
   * @throws IllegalArgumentException when it is below 1, beyond what the limit can be, or, but for
   *     the size of a message, beyond what an int counts
   */
  public Limits with(Limit limit, long value) {
    long most =
        switch (limit) {
          case BODY_BYTES -> Long.MAX_VALUE;
          case DIGITS -> Lexical.MOST_DIGITS;
          default -> MOST_COUNT;
        };
    if (value < 1 || value > most) {
      throw new IllegalArgumentException(
          "the limit " + limit.title() + " is 1 to " + most + ", not " + value);
    }
    EnumMap<Limit, Long> changed = new EnumMap<>(Limit.class);
    changed.putAll(values);
    changed.put(limit, value);
    return new Limits(changed);
  }

  /** Opens messages within these limits; {@code isLenient}: as {@link Bounds#isLenient} says. */
  @SuppressWarnings("exports") // for our own client, to which codecs are exported
  public Inputs inputs(boolean isLenient) {
    return new Inputs(
        new Bounds(
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
