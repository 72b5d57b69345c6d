package org.calmanchor.core.path;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.problem.NearMiss;
import org.jspecify.annotations.Nullable;

/**
 * The values of a message, set by their paths: names of members with points between them. An
 * attribute is {@code @} and its name, the type of a structure {@code xsi:type}. The values of a
 * list are set one after another by the same path; a structure of a list ends when one of its
 * members comes again. Not safe for several threads.
 */
public final class PathValues {
  private final Contract contract;
  private final Steps steps;
  private final Map<String, Object> values;
  private final BiFunction<TypeUse, String, String> texts;
  private final @Nullable ComplexType structure;
  private final Map<String, Step> first = new LinkedHashMap<>();

  /** The keys that were set by a path, by the map that has them. A map is itself only. */
  private final IdentityHashMap<Map<String, Object>, Set<String>> set = new IdentityHashMap<>();

  private PathValues(
      Contract contract,
      Map<String, ?> begun,
      BiFunction<TypeUse, String, String> texts,
      @Nullable ComplexType structure) {
    this.contract = contract;
    this.steps = new Steps(contract);
    this.values = copy(begun);
    this.texts = texts;
    this.structure = structure;
  }

  /**
   * The values of a body.
   *
   * @param element the body's element; null for an empty body
   * @param begun values that are there already; a path replaces them
   * @param texts what a text stands for, by the type of the value; returns the text itself if it
   *     stands for itself
   */
  public static PathValues ofBody(
      Contract contract,
      @Nullable ElementDeclaration element,
      Map<String, ?> begun,
      BiFunction<TypeUse, String, String> texts) {
    if (element == null) {
      return new PathValues(contract, begun, texts, null);
    }
    if (contract.definition(element.type()) instanceof ComplexType type
        && DynamicMessages.hasMembers(contract, element)) {
      return new PathValues(contract, begun, texts, type);
    }
    PathValues only = new PathValues(contract, begun, texts, null);
    only.first.put(
        element.name().getLocalPart(), Step.once(DynamicMessages.ONLY_KEY, element.type()));
    return only;
  }

  /**
   * The values of header blocks; a path begins with the local name of a block.
   *
   * @param blocks the elements of the blocks
   */
  public static PathValues ofBlocks(
      Contract contract,
      Collection<ElementDeclaration> blocks,
      Map<String, ?> begun,
      BiFunction<TypeUse, String, String> texts) {
    PathValues all = new PathValues(contract, begun, texts, null);
    for (ElementDeclaration block : blocks) {
      String name = block.name().getLocalPart();
      all.first.put(name, Step.once(name, block.type()));
    }
    return all;
  }

  /**
   * Sets the value at a path.
   *
   * @throws IllegalArgumentException when the message has no such member, or it is set twice; says
   *     what there is
   */
  public void set(String path, String text) {
    boolean isDone =
        structure == null
            ? set(values, first, null, path, path, text)
            : within(values, structure, path, path, text);
    if (!isDone) {
      throw new IllegalArgumentException("\"" + path + "\" is given twice, but can stand once.");
    }
  }

  /** The values. */
  public Map<String, Object> values() {
    return values;
  }

  private boolean within(
      Map<String, Object> map, ComplexType type, String rest, String path, String text) {
    for (String own : List.of(DynamicMessages.TYPE_KEY, DynamicMessages.NIL_KEY)) {
      if (rest.equals(own)) {
        return put(map, Step.once(own, Steps.TEXT), text);
      }
    }
    return set(map, steps.of(type), type, rest, path, text);
  }

  /**
   * Sets a value within a structure.
   *
   * @param rest the path from here on
   * @param path the whole path, for messages
   * @return false if the member has a value already
   */
  private boolean set(
      Map<String, Object> map,
      Map<String, Step> known,
      @Nullable ComplexType type,
      String rest,
      String path,
      String text) {
    String name = longest(known, rest);
    Step step = known.get(name);
    if (step == null && type != null) {
      step = steps.otherAttribute(type, rest);
      name = rest;
    }
    if (step == null) {
      throw unknown(known, type, rest, path);
    }
    map.remove(DynamicMessages.NIL_KEY);
    step.excluded().stream().filter(key -> !isSet(map, key)).forEach(map::remove);
    String inner = rest.length() > name.length() ? rest.substring(name.length() + 1) : "";
    if (contract.definition(step.type()) instanceof ComplexType complex
        && !contract.holdsAny(complex)) {
      return structure(map, step, complex, inner, path, text);
    }
    return simple(map, step, inner, path, text);
  }

  private boolean simple(
      Map<String, Object> map, Step step, String inner, String path, String text) {
    if (inner.equals(DynamicMessages.NIL_KEY)) {
      return put(map, step, new LinkedHashMap<>(Map.of(DynamicMessages.NIL_KEY, text)));
    }
    if (!inner.isEmpty()) {
      String simple = path.substring(0, path.length() - inner.length() - 1);
      throw new IllegalArgumentException(
          "\"" + path + "\": " + simple + " is a simple value and has no members.");
    }
    return put(map, step, texts.apply(step.type(), text));
  }

  private boolean structure(
      Map<String, Object> map,
      Step step,
      ComplexType type,
      String inner,
      String path,
      String text) {
    String within = inner;
    if (inner.isEmpty()) {
      if (!(type.content() instanceof ComplexType.Text)) {
        throw new IllegalArgumentException(
            "\"" + path + "\" is a structure: set its members, such as " + example(type, path));
      }
      within = DynamicMessages.textKey(type);
    }
    Map<String, Object> last = last(map, step);
    if (last != null && within(last, type, within, path, text)) {
      return true;
    }
    Map<String, Object> next = new LinkedHashMap<>();
    return put(map, step, next) && within(next, type, within, path, text);
  }

  /** The structure that a further member belongs to; null if there is none. */
  private @Nullable Map<String, Object> last(Map<String, Object> map, Step step) {
    Object held = map.get(step.isContent() ? DynamicMessages.CONTENT_KEY : step.key());
    if (held instanceof List<?> list) {
      boolean isOurs = isSet(map, step.isContent() ? DynamicMessages.CONTENT_KEY : step.key());
      held = isOurs && !list.isEmpty() ? list.get(list.size() - 1) : null;
      if (step.isContent() && held instanceof Map<?, ?> entry) {
        held = entry.get(step.key());
      }
    }
    return held instanceof Map<?, ?> last ? cast(last) : null;
  }

  @SuppressWarnings("unchecked") // all maps are copies made here, by member name
  private static Map<String, Object> cast(Map<?, ?> map) {
    return (Map<String, Object>) map;
  }

  /** Puts a value, or adds it to a list; values that were there before all paths are replaced. */
  private boolean put(Map<String, Object> map, Step step, Object value) {
    String key = step.isContent() ? DynamicMessages.CONTENT_KEY : step.key();
    boolean isFirst = set.computeIfAbsent(map, each -> new HashSet<>()).add(key);
    if (!step.isContent() && !step.repeats()) {
      if (isFirst) {
        map.put(key, value);
      }
      return isFirst;
    }
    List<Object> list = new ArrayList<>();
    if (!isFirst && map.get(key) instanceof List<?> before) {
      list.addAll(before);
    }
    if (step.isContent()) {
      Map<String, Object> entry = new LinkedHashMap<>();
      entry.put(step.key(), value);
      list.add(entry);
    } else {
      list.add(value);
    }
    map.put(key, list);
    return true;
  }

  private boolean isSet(Map<String, Object> map, String key) {
    return set.getOrDefault(map, Set.of()).contains(key);
  }

  /** The longest known name at the beginning of a path: names may have points themselves. */
  private static String longest(Map<String, Step> known, String rest) {
    String longest = "";
    for (String name : known.keySet()) {
      boolean fits = rest.equals(name) || rest.startsWith(name + ".");
      if (fits && name.length() > longest.length()) {
        longest = name;
      }
    }
    return longest;
  }

  private String example(ComplexType type, String path) {
    return steps.of(type).keySet().stream()
        .findFirst()
        .map(name -> path + "." + name)
        .orElse(path + ", which has none");
  }

  private static IllegalArgumentException unknown(
      Map<String, Step> known, @Nullable ComplexType type, String rest, String path) {
    int end = rest.indexOf('.');
    String name = end < 0 ? rest : rest.substring(0, end);
    String place = type == null || type.name() == null ? "the message" : type.name().getLocalPart();
    String all =
        known.isEmpty()
            ? "It has no members."
            : "It has " + String.join(", ", known.keySet()) + ".";
    return new IllegalArgumentException(
        "\""
            + path
            + "\": "
            + place
            + " has no \""
            + name
            + "\". "
            + NearMiss.of(name, known.keySet(), all));
  }

  private static Map<String, Object> copy(Map<?, ?> map) {
    Map<String, Object> copy = new LinkedHashMap<>();
    map.forEach((key, value) -> copy.put(key.toString(), copied(value)));
    return copy;
  }

  private static Object copied(Object value) {
    if (value instanceof Map<?, ?> map) {
      return copy(map);
    }
    return value instanceof List<?> list
        ? new ArrayList<>(list.stream().map(PathValues::copied).toList())
        : value;
  }
}
