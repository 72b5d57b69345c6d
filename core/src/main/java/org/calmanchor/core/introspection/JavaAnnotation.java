package org.calmanchor.core.introspection;

import java.util.Map;

/**
 * An annotation of another library, as values by name, so that the library need not be on the class
 * path.
 *
 * @param type its type's binary name
 * @param values its members, defaults included
 */
public record JavaAnnotation(String type, Map<String, Object> values) {
  /** Copies the values. */
  public JavaAnnotation {
    values = Map.copyOf(values);
  }

  /** The simple name of its type. */
  public String simpleName() {
    return type.substring(Math.max(type.lastIndexOf('.'), type.lastIndexOf('$')) + 1);
  }

  /** The value of an integer member. */
  public long number(String name) {
    return values.get(name) instanceof Number number ? number.longValue() : 0;
  }

  /** The value of a text member; empty if there is none. */
  public String text(String name) {
    return String.valueOf(values.getOrDefault(name, ""));
  }

  /** The value of a boolean member. */
  public boolean flag(String name, boolean byDefault) {
    return values.get(name) instanceof Boolean flag ? flag : byDefault;
  }
}
