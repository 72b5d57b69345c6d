package org.calmanchor.web.page;

import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.calmanchor.core.introspection.JavaType;

/** Shortens type names in Java code, and collects the imports. */
final class JavaSource {
  /** Full names by simple name. */
  private final Map<String, String> imports = new TreeMap<>();

  /** The name by which {@code type} goes, without type arguments. */
  String nameOf(Class<?> type) {
    return nameOf(type.getName());
  }

  /** The name by which {@code type} goes, without type arguments. */
  String nameOf(JavaType type) {
    return switch (type.kind()) {
      case ARRAY -> nameOf(type.arguments().get(0)) + "[]";
      case PRIMITIVE -> type.name();
      default -> nameOf(type.name());
    };
  }

  /** The name by which the type of that binary name goes. */
  String nameOf(String binaryName) {
    String full = binaryName.replace('$', '.');
    String simple = full.substring(full.lastIndexOf('.') + 1);
    boolean isKnown = full.equals(simple) || full.equals("java.lang." + simple);
    // Of two types with one name the second goes by its full one.
    return isKnown || imports.computeIfAbsent(simple, name -> full).equals(full) ? simple : full;
  }

  /** A line for each import, in alphabetical order. */
  String imports() {
    return imports.values().stream()
        .sorted()
        .map(name -> "import " + name + ";\n")
        .collect(Collectors.joining());
  }
}
