package org.calmanchor.checks;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Compares trees of values by the types of a contract. */
final class ValueComparison {
  private final Contract contract;

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
    if (slot.repeats()) {
      items(slot, listed(expected), listed(actual), compare, path, found);
    } else {
      one(slot.type(), expected, actual, compare, path, found);
    }
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
