package org.calmanchor.checks;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.calmanchor.core.dynamic.Outcome;
import org.jspecify.annotations.Nullable;

/**
 * What a check would have to expect so that an outcome passes. As much as possible stays as it was
 * written: matchers that hold, references, and that only some members are named.
 */
final class RenewedExpectation {
  private final Expected.Compare compare;
  private final ValueMatching matching = new ValueMatching();

  private RenewedExpectation(Expected.Compare compare) {
    this.compare = compare;
  }

  /** The expectation; null if there is none for such an outcome. */
  static @Nullable Expected of(Expected old, Outcome outcome) {
    if (outcome instanceof Outcome.Result result) {
      return old instanceof Expected.Result expected
          ? new Expected.Result(
              new RenewedExpectation(expected.compare())
                  .members(expected.values(), result.values()),
              expected.compare())
          : new Expected.Result(all(result.values()), Expected.Compare.ALL);
    }
    if (outcome instanceof Outcome.DeclaredFault fault) {
      return new Expected.Fault(fault.name(), null, null, detail(old, fault), compareOf(old));
    }
    return outcome instanceof Outcome.OtherFault fault
        ? new Expected.Fault(null, fault.code(), null, null, Expected.Compare.ALL)
        : null;
  }

  private static Expected.Compare compareOf(Expected old) {
    return old instanceof Expected.Fault fault ? fault.compare() : Expected.Compare.ALL;
  }

  private static Map<String, Object> detail(Expected old, Outcome.DeclaredFault fault) {
    boolean isSame = old instanceof Expected.Fault expected && fault.name().equals(expected.name());
    Map<String, Object> named = isSame ? ((Expected.Fault) old).values() : null;
    return named == null
        ? all(fault.values())
        : new RenewedExpectation(compareOf(old)).members(named, fault.values());
  }

  private static Map<String, Object> all(Map<String, ?> values) {
    return new RenewedExpectation(Expected.Compare.ALL).members(Map.of(), values);
  }

  private Map<String, Object> members(Map<?, ?> old, Map<?, ?> actual) {
    Map<String, Object> renewed = new LinkedHashMap<>();
    actual.forEach(
        (key, value) -> {
          if (value != null && (compare == Expected.Compare.ALL || old.containsKey(key))) {
            renewed.put(String.valueOf(key), value(old.get(key), value));
          }
        });
    old.forEach(
        (key, value) -> {
          if (actual.get(key) == null && isKept(value, null)) {
            renewed.put(String.valueOf(key), value);
          }
        });
    return renewed;
  }

  private Object value(@Nullable Object old, Object actual) {
    if (old != null && isKept(old, actual)) {
      return old;
    }
    if (actual instanceof Map<?, ?> members) {
      // Of a structure that was not expected at all, everything is taken.
      return old instanceof Map<?, ?> named ? members(named, members) : all(texts(members));
    }
    if (actual instanceof List<?> items) {
      List<?> before =
          old instanceof List<?> list && list.size() == items.size() ? list : List.of();
      return IntStream.range(0, items.size())
          .mapToObj(i -> value(before.isEmpty() ? null : before.get(i), items.get(i)))
          .toList();
    }
    return actual;
  }

  private static Map<String, Object> texts(Map<?, ?> members) {
    Map<String, Object> named = new LinkedHashMap<>();
    members.forEach((key, value) -> named.put(String.valueOf(key), value));
    return named;
  }

  /** Whether a matcher still holds; what a reference leads to is not known here. */
  private boolean isKept(@Nullable Object old, @Nullable Object actual) {
    return old instanceof Reference
        || (old instanceof Matcher matcher
            && !(matcher instanceof Matcher.Unordered)
            && matching.matches(matcher, actual));
  }
}
