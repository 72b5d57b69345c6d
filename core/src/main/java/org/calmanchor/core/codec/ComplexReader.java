package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.xml.Excerpt;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.LazyItems;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Reads the attributes and elements of a structure in the published order, and refuses everything
 * else.
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

  Holder.Nil readNil(XmlIn in) {
    return attributes.readNil(in, composite, attributes.count() + elements.length);
  }

  static Object assemble(XmlIn in, Composite composite, @Nullable Object[] values) {
    try {
      return composite.assemble(values);
    } catch (RefusedValueException refused) {
      // The exception's message was written for developers: the caller only gets the location.
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
      new UnorderedElements(elements).read(in, values);
      return;
    }
    int at = 0;
    int count = 0;
    List<Object> items = null;
    while (in.nextElement()) {
      int found = slotOf(in, at, count);
      while (at < found) {
        elements[at++].finish(in, count, items, values);
        count = 0;
        items = null;
      }
      if (at == elements.length) {
        throw unexpected(in);
      }
      ElementSlot slot = elements[at];
      if (slot.isLazy()) {
        leaveItems(in, slot, values);
        return;
      }
      slot.requireRoom(in, count);
      Object value = slot.readOrNil(in, count++);
      if (slot.repeats()) {
        items = items == null ? new ArrayList<>() : items;
        items.add(ElementSlot.item(value));
      } else {
        values[slot.member()] = slot.hold(value);
      }
    }
    while (at < elements.length) {
      elements[at++].finish(in, count, items, values);
      count = 0;
      items = null;
    }
  }

  /** Leaves the items of the last slot to be read later; {@code in} is at the first item. */
  private void leaveItems(XmlIn in, ElementSlot slot, @Nullable Object[] values) {
    LazyItems items = new LazyItems(new ItemReader(in, slot, true, () -> unexpected(in)));
    in.resources().leave(items);
    values[slot.member()] = items.stream();
  }

  /**
   * Finds the slot for the current element, searching from slot {@code at}, which already holds
   * {@code count} values. Returns the number of slots if the element belongs to none of them.
   */
  private int slotOf(XmlIn in, int at, int count) {
    // In most messages the current element belongs to the next slot, and no other slot has its
    // name.
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
    // An unknown name is reported before a missing element, because it is usually the cause.
    throw unexpected(in);
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
