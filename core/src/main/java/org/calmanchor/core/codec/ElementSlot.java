package org.calmanchor.core.codec;

import java.util.List;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * An element of a structure, planned.
 *
 * @param namespace its namespace, empty for none
 * @param name its local name
 * @param tag its tags when written
 * @param min how often it must stand
 * @param max how often it may stand
 * @param nillable whether xsi:nil may stand for a value
 * @param repeats whether its values are held as several
 * @param isLazy whether its values are read when they are asked for; only the last element's are
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
    boolean isLazy,
    ElementCodec codec,
    Holder holder,
    int member) {
  ElementSlot {
    // Interned as parsers do it, so that equal names are usually found by identity.
    namespace = namespace.intern();
    name = name.intern();
  }

  /** Whether the current element belongs to this slot. */
  boolean isAt(XmlIn in) {
    return in.isAt(namespace, name);
  }

  /** Reads the value of the current element. */
  Object read(XmlIn in) {
    // Most elements have one codec; calling a final class is cheaper than calling an interface.
    return codec instanceof SimpleElement simple ? simple.read(in) : codec.read(in);
  }

  /**
   * Reads the value of the current element, which is a {@link Holder.Nil} for nil.
   *
   * @param index how many stood before it
   */
  Object readOrNil(XmlIn in, int index) {
    try {
      if (!in.attributes().isNil()) {
        return read(in);
      }
      if (!nillable) {
        throw in.problem(Code.NIL, "a value", "");
      }
      Holder.Nil nil = codec.readNil(in);
      in.requireEmpty("nothing in a nil element");
      return nil;
    } catch (InvalidMessageException invalid) {
      throw invalid.within(step(index));
    }
  }

  /** Throws if there is no room for another element after {@code count} of them. */
  void requireRoom(XmlIn in, int count) {
    if (count == max) {
      throw in.problem(Code.TOO_MANY, "at most " + max, "").within(name);
    }
  }

  /** Throws if {@code count} elements are too few. */
  void requireEnough(XmlIn in, int count) {
    if (count < min) {
      String expected = repeats ? "at least " + min : "one";
      throw in.problem(Code.MISSING, expected, "").within(name);
    }
  }

  /** Stores {@code items}, or the value for no items, in {@code values}, after the last element. */
  void finish(XmlIn in, int count, @Nullable List<Object> items, @Nullable Object[] values) {
    requireEnough(in, count);
    if (repeats) {
      try {
        values[member] = holder.holdAll(items == null ? List.of() : items);
      } catch (LexicalException refused) {
        throw in.problem(Code.VALUE, "each value once", "the same value twice").within(name);
      }
    } else if (count == 0) {
      values[member] = holder.hold(null);
    }
  }

  /** Writes one value. */
  void write(XmlOut out, @Nullable Object value) {
    if (codec instanceof SimpleElement simple) {
      simple.write(out, tag, value);
    } else {
      codec.write(out, tag, value);
    }
  }

  /** An item of a list: null for a nil element without attributes. */
  static @Nullable Object item(Object value) {
    return value instanceof Holder.Nil nil && nil.attributes() == null ? null : value;
  }

  /** The Java value for an element that is present. */
  @Nullable Object hold(Object value) {
    if (value instanceof Holder.Nil nil) {
      return holder.nil(nil);
    }
    return holder == PlainHolder.PLAIN ? value : holder.hold(value);
  }

  /** The one value that {@code held} represents. */
  @Nullable Object value(@Nullable Object held) {
    return holder == PlainHolder.PLAIN ? held : holder.value(held);
  }

  /** The step in a path of an error message; lists count from 1. */
  String step(int index) {
    return repeats ? name + "[" + (index + 1) + "]" : name;
  }
}
