package org.calmanchor.core.codec;

import org.jspecify.annotations.Nullable;

/**
 * An element's place in a structure.
 *
 * @param namespace its namespace, empty for none
 * @param name its local name
 * @param tag its tags when written
 * @param min how often it must stand
 * @param max how often it may stand
 * @param nillable whether xsi:nil may stand for a value
 * @param repeats whether its values are held as several
 * @param isLater whether its values are read as they are asked for; only the last element's are
 * @param codec its content
 * @param holder how its values are held
 * @param member its index in the composite
 */
record ElementSlot(
    String namespace,
    String name,
    Tag tag,
    int min,
    int max,
    boolean nillable,
    boolean repeats,
    boolean isLater,
    ElementCodec codec,
    Holder holder,
    int member) {
  ElementSlot {
    // As parsers do it: names that are equal are one then, which is seen at once.
    namespace = namespace.intern();
    name = name.intern();
  }

  /** Whether {@code in} stands at such an element. */
  boolean isAt(XmlIn in) {
    return in.isAt(namespace, name);
  }

  /** The value of the element at which {@code in} stands. */
  Object read(XmlIn in) {
    // Most elements are of one kind; a call that needs no choice among kinds costs less.
    return codec instanceof SimpleElement simple ? simple.read(in) : codec.read(in);
  }

  /** Writes one value. */
  void write(XmlOut out, @Nullable Object value) {
    if (codec instanceof SimpleElement simple) {
      simple.write(out, tag, value);
    } else {
      codec.write(out, tag, value);
    }
  }

  /** What is held for the one value of an element that is there, or null for nil. */
  @Nullable Object hold(@Nullable Object value) {
    if (holder == JavaHolder.VALUE) {
      return value;
    }
    return value == null ? holder.nil() : holder.hold(value);
  }

  /** The one value of what is held. */
  @Nullable Object value(@Nullable Object held) {
    return holder == JavaHolder.VALUE ? held : holder.value(held);
  }

  /** The step in a path; lists count from 1. */
  String step(int index) {
    return repeats ? name + "[" + (index + 1) + "]" : name;
  }
}
