package org.calmanchor.core.introspection;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The kinds of Java containers. */
public enum Container {
  /** A {@link java.util.List}, or a supertype of it. */
  LIST("a list"),
  /** A {@link java.util.Set}. */
  SET("a set"),
  /** A {@link java.util.stream.Stream}. */
  STREAM("a stream"),
  /** An array. */
  ARRAY("an array");

  private static final Map<String, Container> BY_NAME =
      Map.of(
          "java.util.List", LIST,
          "java.util.Collection", LIST,
          "java.lang.Iterable", LIST,
          "java.util.Set", SET,
          "java.util.stream.Stream", STREAM);

  private final String words;

  Container(String words) {
    this.words = words;
  }

  /** The container in words, with its article. */
  public String words() {
    return words;
  }

  /** The container that {@code type} is, or null if it is none. */
  public static @Nullable Container of(JavaType type) {
    if (type.arguments().size() != 1) {
      return null;
    }
    // An array of bytes is one binary value, not a list of small numbers.
    return type.kind() == JavaType.Kind.ARRAY
        ? type.name().equals("[B") ? null : ARRAY
        : BY_NAME.get(type.name());
  }
}
