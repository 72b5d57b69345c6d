package org.calmanchor.web.page;

import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.calmanchor.core.introspection.JavaType;

/** Shortens type names in Java code, and collects the imports. */
final class JavaSource {
  /** The imports: full names by simple name. */
  private final Map<String, String> imports = new TreeMap<>();

  /** The name of {@code type} in the source, without type arguments. */
  String nameOf(Class<?> type) {
    return nameOf(type.getName());
  }

  /** The name of {@code type} in the source, without type arguments. */
  String nameOf(JavaType type) {
    return switch (type.kind()) {
      case ARRAY -> nameOf(type.arguments().get(0)) + "[]";
      case PRIMITIVE -> type.name();
      default -> nameOf(type.name());
    };
  }

  /** The name in the source of the type with that binary name. */
  String nameOf(String binaryName) {
    String full = binaryName.replace('$', '.');
    String simple = full.substring(full.lastIndexOf('.') + 1);
    boolean isKnown = full.equals(simple) || full.equals("java.lang." + simple);
    // If two types have the same simple name, the second is written with its full name.
    return isKnown || imports.computeIfAbsent(simple, name -> full).equals(full) ? simple : full;
  }

  /** The import lines, in alphabetical order. */
  String imports() {
    return imports.values().stream()
        .sorted()
        .map(name -> "import " + name + ";\n")
        .collect(Collectors.joining());
  }
}
