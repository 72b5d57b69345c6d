package org.calmanchor.core.read;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.core.lexical.TypeMappings;

/** What to write instead of a type that has no counterpart on the wire. */
final class WaysOut {
  private static final Map<String, String> BY_TYPE = new LinkedHashMap<>();

  static {
    String day =
        "Use java.time.LocalDate for a day, or a String whose form both sides agree on for a time.";
    for (String type :
        new String[] {
          "java.util.Date",
          "java.util.Calendar",
          "java.time.LocalDateTime",
          "java.time.OffsetDateTime",
          "java.time.ZonedDateTime",
          "java.time.Instant",
          "java.time.LocalTime"
        }) {
      BY_TYPE.put(type, day);
    }
    BY_TYPE.put("java.util.Map", "Use a List of a record that has a key and a value.");
    BY_TYPE.put("java.util.stream.Stream", "Use a List.");
    BY_TYPE.put("[B", "Use a String that holds the bytes as Base64 text.");
    BY_TYPE.put("char", "Use a String.");
    BY_TYPE.put("java.lang.Character", "Use a String.");
    BY_TYPE.put("java.util.concurrent.CompletionStage", "Return the value itself.");
    BY_TYPE.put("java.util.concurrent.Future", "Return the value itself.");
    BY_TYPE.put(
        "java.lang.Object", "Name the type that is meant: a record, an enum or one of the table.");
  }

  private WaysOut() {}

  /** The mend for exactly that type. */
  static String of(JavaType type) {
    for (Map.Entry<String, String> entry : BY_TYPE.entrySet()) {
      boolean anything = entry.getKey().equals("java.lang.Object");
      if (type.name().equals(entry.getKey()) || (!anything && type.isA(entry.getKey()))) {
        return entry.getValue();
      }
    }
    return switch (type.kind()) {
      case CLASS ->
          "Make it a record, as in: public record " + type.simpleName() + "(String name) {}.";
      case INTERFACE -> "Use a record or an enum that implements it.";
      default ->
          "Use a record, an enum or one of: "
              + TypeMappings.rows().stream()
                  .map(row -> row.javaType().getSimpleName())
                  .collect(Collectors.joining(", "))
              + ".";
    };
  }
}
