package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Reads attributes and a sequence of elements into a whole, and refuses whatever else stands there.
 */
final class ComplexReader {
  private static final Logger LOG = LoggerFactory.getLogger(ComplexReader.class);

  private final AttributeCodec attributes;
  private final ElementSlot[] elements;
  private final Composite composite;

  ComplexReader(AttributeCodec attributes, ElementSlot[] elements, Composite composite) {
    this.attributes = attributes;
    this.elements = elements;
    this.composite = composite;
  }

  Object read(XmlIn in) {
    @Nullable Object[] values = new @Nullable Object[attributes.count() + elements.length];
    attributes.read(in, values);
    readElements(in, values);
    return assemble(in, composite, values);
  }

  void checkNil(XmlIn in) {
    attributes.read(in, new @Nullable Object[attributes.count() + elements.length]);
  }

  static Object assemble(XmlIn in, Composite composite, @Nullable Object[] values) {
    try {
      return composite.assemble(values);
    } catch (RefusedValueException refused) {
      // Its words were written for developers: they stay here, the place goes out.
      LOG.debug("a data type refused its values", Loggable.failure(refused.getCause()));
      throw in.problem(Code.VALUE, "values that the data type accepts together", "refused");
    } catch (LexicalException refused) {
      String expected = refused.expected();
      throw in.problem(
          Code.VALUE, expected == null ? "values that fit together" : expected, "refused");
    }
  }

  private void readElements(XmlIn in, @Nullable Object[] values) {
    if (in.isLenient()) {
      new AnyOrder(this, elements).read(in, values);
      return;
    }
    int at = 0;
    int count = 0;
    List<Object> items = null;
    while (in.nextElement()) {
      int found = slotOf(in, at, count);
      while (at < found) {
        finish(in, elements[at++], count, items, values);
        count = 0;
        items = null;
      }
      if (at == elements.length) {
        throw unexpected(in);
      }
      ElementSlot slot = elements[at];
      if (slot.isLater()) {
        later(in, slot, true, values);
        return;
      }
      if (count == slot.max()) {
        throw in.problem(Code.TOO_MANY, "at most " + slot.max(), "").within(slot.name());
      }
      Object value = readElement(in, slot, count++);
      if (slot.repeats()) {
        items = items == null ? new ArrayList<>() : items;
        items.add(value);
      } else {
        values[slot.member()] = slot.hold(value);
      }
    }
    while (at < elements.length) {
      finish(in, elements[at++], count, items, values);
      count = 0;
      items = null;
    }
  }

  /** Leaves the rest, which are the items of the last slot, to whoever asks for them. */
  private void later(XmlIn in, ElementSlot slot, boolean isOpen, @Nullable Object[] values) {
    LazyItems items = new LazyItems(in, slot, this, isOpen);
    in.resources().leave(items);
    values[slot.member()] = items.stream();
  }

  /**
   * Which slot the element is for, of those from {@code at} on, which holds {@code count} by now;
   * none, the number of slots, when its place is over.
   */
  private int slotOf(XmlIn in, int at, int count) {
    // Most elements are the next one's, and the only ones of their name.
    int likely = at < elements.length && count == elements[at].max() ? at + 1 : at;
    if (likely < elements.length && elements[likely].isAt(in)) {
      return likely;
    }
    for (int i = at; i < elements.length; i++) {
      if (elements[i].isAt(in)) {
        return i;
      }
    }
    for (int i = 0; i < at; i++) {
      if (elements[i].isAt(in)) {
        return elements.length;
      }
    }
    // A wrong name is the mistake, not the right one's absence.
    throw unexpected(in);
  }

  @Nullable Object readElement(XmlIn in, ElementSlot slot, int index) {
    try {
      if (!in.attributes().isNil()) {
        return slot.read(in);
      }
      if (!slot.nillable()) {
        throw in.problem(Code.NIL, "a value", "");
      }
      slot.codec().checkNil(in);
      if (in.nextElement()) {
        throw in.problem(Code.UNEXPECTED, "nothing in a nil element", in.localName());
      }
      return null;
    } catch (InvalidMessageException invalid) {
      throw invalid.within(slot.step(index));
    }
  }

  /** Leaves a slot behind: holds what came, and misses what did not. */
  static void finish(
      XmlIn in,
      ElementSlot slot,
      int count,
      @Nullable List<Object> items,
      @Nullable Object[] values) {
    requireEnough(in, slot, count);
    if (slot.repeats()) {
      try {
        values[slot.member()] = slot.holder().holdAll(items == null ? List.of() : items);
      } catch (LexicalException refused) {
        throw in.problem(Code.VALUE, "each value once", "the same value twice").within(slot.name());
      }
    } else if (count == 0) {
      values[slot.member()] = slot.holder().hold(null);
    }
  }

  static void requireEnough(XmlIn in, ElementSlot slot, int count) {
    if (count < slot.min()) {
      String expected = slot.repeats() ? "at least " + slot.min() : "one";
      throw in.problem(Code.MISSING, expected, "").within(slot.name());
    }
  }

  InvalidMessageException unexpected(XmlIn in) {
    String name = in.localName();
    String namespace = in.namespace();
    for (ElementSlot slot : elements) {
      if (slot.name().equals(name)) {
        String expected =
            slot.namespace().equals(namespace)
                ? slot.repeats()
                    ? "its items together, in the published order"
                    : "it once, in the published order"
                : "it in namespace \""
                    + slot.namespace()
                    + "\", not \""
                    + Excerpt.of(namespace)
                    + "\"";
        return in.problem(Code.UNEXPECTED, expected, name).within(name);
      }
    }
    StringBuilder known = new StringBuilder();
    for (ElementSlot slot : elements) {
      known.append(known.isEmpty() ? "" : ", ").append(slot.name());
    }
    String expected = known.isEmpty() ? "no element" : "only " + known;
    return in.problem(Code.UNEXPECTED, expected, name).within(name);
  }
}
