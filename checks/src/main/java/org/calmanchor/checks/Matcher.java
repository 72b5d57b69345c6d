package org.calmanchor.checks;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * What a value must be like, in the place of the value itself. In a check file it is a YAML tag.
 */
public sealed interface Matcher {
  /** {@code !any}: whatever comes, even nothing. */
  record Any() implements Matcher {
    @Override
    public String toString() {
      return "anything";
    }
  }

  /** {@code !present}: some value. */
  record Present() implements Matcher {
    @Override
    public String toString() {
      return "some value";
    }
  }

  /** {@code !absent}: no value. */
  record Absent() implements Matcher {
    @Override
    public String toString() {
      return "nothing";
    }
  }

  /**
   * {@code !pattern}: a text that matches as a whole.
   *
   * @param expression a regular expression of XML Schema
   */
  record Pattern(String expression) implements Matcher {
    @Override
    public String toString() {
      return "a text like " + expression;
    }
  }

  /**
   * {@code !range 10 .. 20}: a number or a moment, bounds included.
   *
   * @param least the smallest; empty for none
   * @param most the largest; empty for none
   */
  record Range(String least, String most) implements Matcher {
    @Override
    public String toString() {
      return least.isEmpty()
          ? "at most " + most
          : most.isEmpty() ? "at least " + least : least + " to " + most;
    }
  }

  /**
   * {@code !near 12.5 +- 0.1}: a number that is not far off.
   *
   * @param value the number
   * @param tolerance how far off it may be; not negative
   */
  record Near(BigDecimal value, BigDecimal tolerance) implements Matcher {
    @Override
    public String toString() {
      return value.toPlainString() + " +- " + tolerance.toPlainString();
    }
  }

  /** {@code !unordered [a, b]}: a list of these items in any order. */
  record Unordered(List<Object> items) implements Matcher {
    /** Copies the items. */
    public Unordered {
      items = List.copyOf(items);
    }

    @Override
    public String toString() {
      return (items.size() == 1 ? "1 item" : items.size() + " items") + " in any order";
    }
  }

  /**
   * The same values without matchers and references: members that have one are left out, and of an
   * unordered list its items remain in their order.
   */
  static Map<String, Object> removedFrom(Map<String, Object> values) {
    Map<String, Object> plain = new LinkedHashMap<>();
    values.forEach(
        (name, value) -> {
          Object kept = removedFrom(value);
          if (kept != null) {
            plain.put(name, kept);
          }
        });
    return plain;
  }

  private static @Nullable Object removedFrom(Object value) {
    if (value instanceof Map<?, ?> map) {
      Map<String, Object> members = new LinkedHashMap<>();
      map.forEach((key, member) -> members.put(String.valueOf(key), member));
      return removedFrom(members);
    }
    if (value instanceof List<?> || value instanceof Unordered) {
      List<?> items = value instanceof Unordered unordered ? unordered.items() : (List<?>) value;
      return items.stream().map(Matcher::removedFrom).filter(Objects::nonNull).toList();
    }
    return value instanceof Matcher || value instanceof Reference ? null : value;
  }
}
