package org.calmanchor.checks;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.calmanchor.core.dynamic.Outcome;
import org.jspecify.annotations.Nullable;

/**
 * Replaces references by the values that they stand for.
 *
 * @param steps what came of each step, and what the request has, as values by name
 * @param environment the value of a variable of the environment, or null
 */
record References(Map<String, Map<String, ?>> steps, UnaryOperator<@Nullable String> environment) {
  private static final Pattern STEP = Pattern.compile("([^\\[\\]]+)((?:\\[\\d+])*)");
  private static final Pattern INDEX = Pattern.compile("\\[(\\d+)]");

  /** The values that a step leaves for others: those of its result, or of its fault's detail. */
  static Map<String, ?> valuesOf(Outcome outcome) {
    if (outcome instanceof Outcome.Result result) {
      return result.values();
    }
    return outcome instanceof Outcome.DeclaredFault fault ? fault.values() : Map.of();
  }

  /** Whether there is a reference in a value. */
  static boolean areIn(Object value) {
    if (value instanceof Map<?, ?> map) {
      return map.values().stream().anyMatch(References::areIn);
    }
    if (value instanceof Matcher.Unordered unordered) {
      return areIn(unordered.items());
    }
    return value instanceof Reference
        || (value instanceof List<?> list && list.stream().anyMatch(References::areIn));
  }

  /**
   * The same values without references.
   *
   * @throws IllegalArgumentException when one leads nowhere; says which, and what there is
   */
  Map<String, Object> resolve(Map<String, Object> values) {
    Map<String, Object> resolved = new LinkedHashMap<>();
    values.forEach((name, value) -> resolved.put(name, resolve(value)));
    return resolved;
  }

  /**
   * The values of a request without references.
   *
   * @throws IllegalArgumentException also when one is a matcher, which cannot be sent
   */
  Map<String, Object> resolveRequest(Map<String, Object> values) {
    Map<String, Object> resolved = resolve(values);
    if (!Matcher.removedFrom(resolved).equals(resolved)) {
      throw new IllegalArgumentException(
          "a matcher in its input or headerBlocks is for stand-ins; a call needs the value itself");
    }
    return resolved;
  }

  /** The same expectation without references. */
  Expected resolve(Expected expected) {
    if (expected instanceof Expected.Result result) {
      return new Expected.Result(resolve(result.values()), result.compare());
    }
    return expected instanceof Expected.Fault fault && fault.values() != null
        ? new Expected.Fault(
            fault.name(), fault.code(), fault.reason(), resolve(fault.values()), fault.compare())
        : expected;
  }

  private Object resolve(Object value) {
    if (value instanceof Map<?, ?> map) {
      Map<String, Object> resolved = new LinkedHashMap<>();
      map.forEach((key, member) -> resolved.put(String.valueOf(key), resolve((Object) member)));
      return resolved;
    }
    if (value instanceof List<?> list) {
      return list.stream().map(item -> resolve((Object) item)).toList();
    }
    if (value instanceof Matcher.Unordered unordered) {
      return new Matcher.Unordered(unordered.items().stream().map(this::resolve).toList());
    }
    if (value instanceof Reference.Environment variable) {
      return variable(variable.name(), environment);
    }
    return value instanceof Reference.Step step ? valueAt(step) : value;
  }

  /**
   * The value of a variable of the environment.
   *
   * @throws IllegalArgumentException when it is not set
   */
  static String variable(String name, UnaryOperator<@Nullable String> environment) {
    String found = environment.apply(name);
    if (found == null) {
      throw new IllegalArgumentException("the environment variable " + name + " is not set");
    }
    return found;
  }

  private Object valueAt(Reference.Step step) {
    Map<String, ?> values = steps.get(step.step());
    if (values == null) {
      throw new IllegalArgumentException(
          "!from "
              + step
              + ": there is no step \""
              + step.step()
              + "\" before this; there is "
              + (steps.isEmpty() ? "none" : String.join(", ", steps.keySet())));
    }
    Object at = values;
    for (String name : step.path().split("/", -1)) {
      at = member(at, name, step);
    }
    return at;
  }

  private static Object member(Object holder, String text, Reference.Step step) {
    java.util.regex.Matcher parts = STEP.matcher(text);
    Object found =
        parts.matches() && holder instanceof Map<?, ?> map ? map.get(parts.group(1)) : null;
    List<MatchResult> indexes =
        parts.matches() ? INDEX.matcher(parts.group(2)).results().toList() : List.of();
    for (MatchResult index : indexes) {
      List<?> items = found instanceof List<?> list ? list : List.of();
      int position = Integer.parseInt(index.group(1));
      found = position >= 1 && position <= items.size() ? items.get(position - 1) : null;
    }
    if (found == null) {
      throw new IllegalArgumentException(
          "!from " + step + ": there is no \"" + text + "\" in what came: " + shown(holder));
    }
    return found;
  }

  private static String shown(Object holder) {
    if (holder instanceof Map<?, ?> map) {
      List<String> names = new ArrayList<>();
      map.keySet().forEach(key -> names.add(String.valueOf(key)));
      return names.isEmpty() ? "nothing" : String.join(", ", names);
    }
    return holder instanceof List<?> list ? list.size() + " items" : String.valueOf(holder);
  }
}
