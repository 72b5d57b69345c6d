package org.calmanchor.core.codec;

import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Writes a structure as attributes and a sequence of elements. */
final class ComplexWriter {
  private final AttributeCodec attributes;
  private final ElementSlot[] elements;
  private final Composite composite;
  private final boolean lenient;

  /**
   * Creates a writer.
   *
   * @param lenient whether null for a required member is left out, rather than refused
   */
  ComplexWriter(
      AttributeCodec attributes, ElementSlot[] elements, Composite composite, boolean lenient) {
    this.attributes = attributes;
    this.elements = elements;
    this.composite = composite;
    this.lenient = lenient;
  }

  void write(XmlOut out, Tag tag, @Nullable Object given) {
    Object value = given == null ? composite.ofNull() : given;
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    out.open(tag);
    attributes.write(out, composite, value);
    if (elements.length == 0) {
      out.empty();
      return;
    }
    out.content();
    for (ElementSlot slot : elements) {
      Object held = composite.member(value, slot.member());
      if (slot.repeats()) {
        writeAll(out, slot, held);
      } else {
        writeOne(out, slot, slot.value(held), 0);
      }
    }
    out.close(tag);
  }

  void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    attributes.writeNil(out, tag, composite, nil);
  }

  private void writeAll(XmlOut out, ElementSlot slot, @Nullable Object held) {
    int count = 0;
    for (Object item : slot.holder().values(held)) {
      writeOne(out, slot, item, count++);
    }
    if (count < slot.min() && !lenient) {
      throw new EncodeException("no item where at least " + slot.min() + " is required")
          .within(slot.name());
    }
  }

  private void writeOne(XmlOut out, ElementSlot slot, @Nullable Object value, int index) {
    if (value == null && !slot.repeats() && (slot.min() == 0 || (lenient && !slot.nillable()))) {
      return;
    }
    try {
      if (value instanceof Holder.Nil || (value == null && slot.nillable())) {
        slot.codec().writeNil(out, slot.tag(), value instanceof Holder.Nil nil ? nil : Holder.NIL);
      } else {
        slot.write(out, value);
      }
    } catch (EncodeException failed) {
      throw failed.within(slot.step(index));
    }
  }
}
