package org.calmanchor.checks;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A matcher or reference as a check file has it.
 *
 * @param tag its tag, such as {@code !pattern}
 * @param content what follows it: a text, possibly empty, or a list
 */
record TaggedValue(String tag, Object content) {
  static TaggedValue of(Object value) {
    if (value instanceof Matcher.Any) {
      return new TaggedValue("!any", "");
    }
    if (value instanceof Matcher.Present) {
      return new TaggedValue("!present", "");
    }
    if (value instanceof Matcher.Absent) {
      return new TaggedValue("!absent", "");
    }
    if (value instanceof Matcher.Pattern pattern) {
      return new TaggedValue("!pattern", pattern.expression());
    }
    if (value instanceof Matcher.Range range) {
      return new TaggedValue("!range", (range.least() + " .. " + range.most()).strip());
    }
    if (value instanceof Matcher.Near || value instanceof Reference.Step) {
      return new TaggedValue(value instanceof Matcher.Near ? "!near" : "!from", value.toString());
    }
    return value instanceof Matcher.Unordered unordered
        ? new TaggedValue("!unordered", unordered.items())
        : new TaggedValue("!environment", ((Reference.Environment) value).name());
  }

  /** The same values with the words of matchers and references in their places. */
  static Object words(Object value) {
    if (value instanceof Map<?, ?> map) {
      Map<String, Object> members = new LinkedHashMap<>();
      map.forEach((key, member) -> members.put(String.valueOf(key), words(member)));
      return members;
    }
    if (value instanceof List<?> || value instanceof Matcher.Unordered) {
      List<?> items = value instanceof Matcher.Unordered some ? some.items() : (List<?>) value;
      return items.stream().map(TaggedValue::words).toList();
    }
    return value instanceof Matcher || value instanceof Reference ? value.toString() : value;
  }

  /** The same values with plain maps, lists and texts only, as JSON has them. */
  static Object plain(Object value) {
    if (value instanceof Map<?, ?> map) {
      Map<String, Object> members = new LinkedHashMap<>();
      map.forEach((key, member) -> members.put(String.valueOf(key), plain(member)));
      return members;
    }
    if (value instanceof List<?> list) {
      return list.stream().map(TaggedValue::plain).toList();
    }
    if (value instanceof Matcher || value instanceof Reference) {
      TaggedValue tagged = of(value);
      return Map.of(tagged.tag(), plain(tagged.content()));
    }
    return value;
  }
}
