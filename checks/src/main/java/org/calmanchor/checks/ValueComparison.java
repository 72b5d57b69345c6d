package org.calmanchor.checks;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Compares one pair of trees of values by the types of a contract. */
final class ValueComparison {
  /** Each expected item may be compared with each one that came, which is some seconds of work. */
  private static final long MOST_COMPARED = 10_000_000;

  private static final String TOO_MANY = "fewer items, since so many are not compared in any order";

  private static final String TOO_HARD = "simpler or fewer patterns, since these take too long";

  private final Contract contract;
  private final ValueMatching matching = new ValueMatching();

  /** A member's type, and whether it is a list. */
  private record Slot(TypeUse type, boolean repeats) {}

  ValueComparison(Contract contract) {
    this.contract = contract;
  }

  void compare(
      ComplexType declared,
      Map<?, ?> expected,
      Map<?, ?> actual,
      Compare compare,
      String path,
      List<Difference> found) {
    Object wanted = expected.get(DynamicMessages.TYPE_KEY);
    Object came = actual.get(DynamicMessages.TYPE_KEY);
    if (wanted != null && !wanted.equals(came == null ? nameOf(declared) : came)) {
      found.add(new Difference(step(path, DynamicMessages.TYPE_KEY), shown(wanted), shown(came)));
      return;
    }
    Map<String, Slot> slots = slots(derived(declared, came));
    requireKnown(expected, slots, path);
    slots.forEach(
        (key, slot) -> {
          if (compare == Compare.ALL || expected.containsKey(key)) {
            Object one = expected.get(key);
            value(slot, one, actual.get(key), compare, step(path, key), found);
          }
        });
  }

  private static void requireKnown(Map<?, ?> expected, Map<String, Slot> slots, String path) {
    for (Object key : expected.keySet()) {
      if (!slots.containsKey(key) && !key.equals(DynamicMessages.TYPE_KEY)) {
        throw new IllegalArgumentException(
            "\""
                + step(path, String.valueOf(key))
                + "\" is expected, but there is only "
                + String.join(", ", slots.keySet()));
      }
    }
  }

  private Map<String, Slot> slots(ComplexType type) {
    Map<String, Slot> slots = new LinkedHashMap<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      slots.put(DynamicMessages.key(contract, type, attribute), new Slot(attribute.type(), false));
    }
    if (type.content() instanceof ComplexType.Text text) {
      slots.put(DynamicMessages.textKey(type), new Slot(text.type(), false));
    } else {
      for (Member member : DynamicMessages.members(contract, type)) {
        slots.put(member.name(), new Slot(member.element().type(), member.repeats()));
      }
    }
    return slots;
  }

  private ComplexType derived(ComplexType declared, @Nullable Object named) {
    return contract.derived(declared).stream()
        .filter(type -> nameOf(type).equals(named))
        .findFirst()
        .orElse(declared);
  }

  private static String nameOf(ComplexType type) {
    return type.name() == null ? "" : type.name().getLocalPart();
  }

  private void value(
      Slot slot,
      @Nullable Object expected,
      @Nullable Object actual,
      Compare compare,
      String path,
      List<Difference> found) {
    if (expected instanceof Reference) {
      // A stand-in cannot know what a run will put here, so anything fits.
      return;
    }
    if (expected instanceof Matcher matcher) {
      matched(slot, matcher, actual, compare, path, found);
    } else if (slot.repeats()) {
      items(slot, listed(expected), listed(actual), compare, path, found);
    } else {
      one(slot.type(), expected, actual, compare, path, found);
    }
  }

  private void matched(
      Slot slot,
      Matcher matcher,
      @Nullable Object actual,
      Compare compare,
      String path,
      List<Difference> found) {
    List<?> items = listed(actual);
    if (matcher instanceof Matcher.Unordered unordered) {
      unordered(slot, unordered, items, compare, path, found);
    } else {
      boolean matches =
          items.isEmpty()
              ? matching.matches(matcher, null)
              : items.stream().allMatch(item -> matching.matches(matcher, item));
      if (!matches) {
        Object shown = items.size() == 1 ? items.get(0) : items.isEmpty() ? null : count(items);
        found.add(new Difference(path, words(matcher), shown(shown)));
      }
    }
  }

  private String words(Matcher matcher) {
    return matcher instanceof Matcher.Pattern && matching.isUsedUp()
        ? TOO_HARD
        : matcher.toString();
  }

  /** Each expected item gets an item of its own that is like it, if all of them can. */
  private void unordered(
      Slot slot,
      Matcher.Unordered expected,
      List<?> actual,
      Compare compare,
      String path,
      List<Difference> found) {
    if (size(expected.items()) * actual.size() > MOST_COMPARED) {
      found.add(new Difference(path, TOO_MANY, count(actual)));
      return;
    }
    List<Object> wanted = expected.items();
    int[] missing =
        ItemAssignment.findUnassigned(
            wanted.size(),
            actual.size(),
            (one, item) -> isLike(slot, wanted.get(one), actual.get(item), compare, path));
    if (missing == null || (missing.length > 0 && matching.isUsedUp())) {
      found.add(new Difference(path, missing == null ? TOO_MANY : TOO_HARD, count(actual)));
      return;
    }
    for (int one : missing) {
      found.add(
          new Difference(path, "an item like " + brief(wanted.get(one)), "none that is left"));
    }
    if (missing.length == 0 && wanted.size() < actual.size()) {
      found.add(new Difference(path, count(wanted), count(actual)));
    }
  }

  private boolean isLike(
      Slot slot, Object wanted, @Nullable Object item, Compare compare, String path) {
    List<Difference> differences = new ArrayList<>();
    one(slot.type(), wanted, item, compare, path, differences);
    return differences.isEmpty();
  }

  /** The number of values in a tree of values. */
  private static long size(@Nullable Object value) {
    long size = 1;
    if (value instanceof Map<?, ?> map) {
      for (Object member : map.values()) {
        size += size(member);
      }
    } else if (value instanceof List<?> list) {
      for (Object item : list) {
        size += size(item);
      }
    }
    return size;
  }

  private static String brief(Object item) {
    if (!(item instanceof Map<?, ?> map)) {
      return item.toString();
    }
    return map.entrySet().stream()
        .filter(entry -> !(entry.getValue() instanceof Map) && !(entry.getValue() instanceof List))
        .map(entry -> entry.getKey() + " " + entry.getValue())
        .limit(3)
        .collect(Collectors.joining(", "));
  }

  private static List<?> listed(@Nullable Object value) {
    return value == null ? List.of() : value instanceof List<?> list ? list : List.of(value);
  }

  private void items(
      Slot slot,
      List<?> expected,
      List<?> actual,
      Compare compare,
      String path,
      List<Difference> found) {
    if (expected.size() != actual.size()) {
      found.add(new Difference(path, count(expected), count(actual)));
    }
    for (int i = 0; i < Math.min(expected.size(), actual.size()); i++) {
      String at = path + "[" + (i + 1) + "]";
      one(slot.type(), expected.get(i), actual.get(i), compare, at, found);
    }
  }

  private static String count(List<?> list) {
    return list.size() == 1 ? "1 item" : list.size() + " items";
  }

  private void one(
      TypeUse type,
      @Nullable Object expected,
      @Nullable Object actual,
      Compare compare,
      String path,
      List<Difference> found) {
    if (expected instanceof Matcher matcher) {
      matched(new Slot(type, false), matcher, actual, compare, path, found);
      return;
    }
    if (expected instanceof Map<?, ?> wanted
        && actual instanceof Map<?, ?> came
        && contract.definition(type) instanceof ComplexType complex
        && !contract.holdsAny(type)) {
      compare(complex, wanted, came, compare, path, found);
      return;
    }
    if (!areEqual(type, expected, actual)) {
      found.add(new Difference(path, shown(expected), shown(actual)));
    }
  }

  private boolean areEqual(TypeUse type, @Nullable Object expected, @Nullable Object actual) {
    if (expected == null || actual == null) {
      return expected == actual;
    }
    if (expected instanceof Map || actual instanceof Map) {
      // The marker of a nil element, or an unexpected structure.
      return expected.equals(actual);
    }
    return ValueEquality.areEqual(
        contract.builtIn(type).getLocalPart(), expected.toString(), actual.toString());
  }

  private static String step(String path, String name) {
    return path.isEmpty() ? name : path + "/" + name;
  }

  private static String shown(@Nullable Object value) {
    return value == null ? "nothing" : value instanceof Map ? "a structure" : value.toString();
  }
}
