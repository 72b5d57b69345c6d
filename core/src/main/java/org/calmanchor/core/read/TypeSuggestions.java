package org.calmanchor.core.read;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.TypeMappings;

/** Suggests what to use instead of a type that cannot be mapped. */
final class TypeSuggestions {
  private static final Map<String, String> BY_TYPE = new LinkedHashMap<>();

  static {
    BY_TYPE.put("java.util.Date", "Use java.time.Instant, or LocalDate for a day.");
    BY_TYPE.put("java.util.Calendar", "Use java.time.OffsetDateTime, or LocalDate for a day.");
    BY_TYPE.put("java.util.Map", "Use a Map, and say of what, as in Map<String, BigDecimal>.");
    BY_TYPE.put("java.util.Set", "Use a Set.");
    BY_TYPE.put("java.util.Collection", "Use a List.");
    BY_TYPE.put("java.io.InputStream", "Use byte[], or org.calmanchor.annotations.Binary.");
    BY_TYPE.put("java.util.Iterator", "Use a List.");
    BY_TYPE.put("java.util.OptionalInt", "Use Optional<Integer>.");
    BY_TYPE.put("java.util.OptionalLong", "Use Optional<Long>.");
    BY_TYPE.put("java.util.OptionalDouble", "Use Optional<Double>.");
    BY_TYPE.put("char", "Use a String.");
    BY_TYPE.put("java.lang.Character", "Use a String.");
    BY_TYPE.put(
        "java.util.concurrent.CompletionStage",
        "Only a method's result can be asynchronous; use the value itself here.");
    BY_TYPE.put("java.util.concurrent.Future", "Return a CompletionStage, or the value itself.");
    BY_TYPE.put(
        "java.lang.Object", "Name the type that is meant: a record, an enum or one of the table.");
  }

  private TypeSuggestions() {}

  /** The suggestion for a type variable or a wildcard. */
  static String ofOpen(JavaType type) {
    String bound = type.signature().replaceFirst("^\\? (extends|super) ", "");
    return type.kind() == JavaType.Kind.WILDCARD && !bound.equals("?")
        ? "Write " + bound + " in its place."
        : "Name the type that is meant.";
  }

  /** The suggestion for exactly that type. */
  static String of(JavaType type) {
    for (Map.Entry<String, String> entry : BY_TYPE.entrySet()) {
      boolean anything = entry.getKey().equals("java.lang.Object");
      if (type.name().equals(entry.getKey()) || (!anything && type.isA(entry.getKey()))) {
        return entry.getValue();
      }
    }
    if (type.name().matches("javax?\\..*")) {
      return "Make a record of your own of what the caller needs of it, and use that here.";
    }
    return switch (type.kind()) {
      case CLASS ->
          "Make it a record, as in: public record "
              + type.simpleName()
              + "(String name) {}, or mark the class with @ComplexType.";
      case INTERFACE ->
          "Use a record or an enum that implements it, or make it sealed, or list its subtypes:"
              + " @ComplexType(derived = {...}).";
      default ->
          "Use a record, an enum or one of: "
              + TypeMappings.rows().stream()
                  .map(row -> row.javaType().getSimpleName())
                  .distinct()
                  .collect(Collectors.joining(", "))
              + ".";
    };
  }
}
