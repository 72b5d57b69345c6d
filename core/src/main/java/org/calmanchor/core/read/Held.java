package org.calmanchor.core.read;

/**
 * How a Java position holds values: as one value, or in a container.
 *
 * @param container what holds them
 * @param item the type of each value
 */
public record Held(Container container, JavaType item) {
  /** What holds the values. */
  public enum Container {
    /** The value itself. */
    VALUE("a value"),
    /** An {@link java.util.Optional}. */
    OPTIONAL("an Optional"),
    /** A {@link java.util.List}, or a supertype of it. */
    LIST("a list"),
    /** A {@link java.util.Set}. */
    SET("a set"),
    /** An array. */
    ARRAY("an array");

    private final String words;

    Container(String words) {
      this.words = words;
    }

    /** The container in words, with its article. */
    String words() {
      return words;
    }

    /** Whether it may hold more than one value. */
    public boolean repeats() {
      return this == LIST || this == SET || this == ARRAY;
    }
  }

  /** How {@code type} holds values. A container without a type argument holds itself. */
  public static Held of(JavaType type) {
    if (type.arguments().size() != 1) {
      return new Held(Container.VALUE, type);
    }
    Container container =
        switch (type.name()) {
          case "java.util.Optional" -> Container.OPTIONAL;
          case "java.util.List", "java.util.Collection", "java.lang.Iterable" -> Container.LIST;
          case "java.util.Set" -> Container.SET;
          // Bytes are one value, not a list of small numbers.
          default ->
              type.kind() == JavaType.Kind.ARRAY && !type.name().equals("[B")
                  ? Container.ARRAY
                  : Container.VALUE;
        };
    return new Held(container, container == Container.VALUE ? type : type.arguments().get(0));
  }
}
