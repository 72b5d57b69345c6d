package org.calmanchor.core.codec;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.xml.AttributesIn;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Reads and writes the attributes of a structure, and refuses unknown ones. */
final class AttributeCodec {
  private final @Nullable QName type;
  private final AttributeSlot[] slots;
  private final @Nullable OtherAttributes others;
  private final boolean lenient;

  /**
   * Creates a codec for these attributes.
   *
   * @param others the attributes of any name; null if there may be none
   * @param type the structure's type, which xsi:type may name; null for an anonymous one
   * @param lenient whether null for a required one is left out when written, rather than refused
   */
  AttributeCodec(
      @Nullable QName type,
      AttributeSlot[] slots,
      @Nullable OtherAttributes others,
      boolean lenient) {
    this.type = type;
    this.slots = slots;
    this.others = others;
    this.lenient = lenient;
  }

  /** Whether there may be attributes of any name. */
  boolean hasOthers() {
    return others != null;
  }

  /** The number of members of a structure that are attributes. */
  int count() {
    return slots.length + (others == null ? 0 : 1);
  }

  /** Reads the attributes of the current element of {@code in}. */
  void read(XmlIn in, @Nullable Object[] values) {
    int count = in.attributes().count();
    int found = 0;
    for (AttributeSlot slot : slots) {
      String text = count == 0 ? null : in.attribute(slot.namespace(), slot.name());
      if (text != null) {
        found++;
        values[slot.member()] = slot.holder().hold(read(in, slot, text));
      } else if (slot.required()) {
        throw in.problem(Code.MISSING, slot.lexical().form(), "").within("@" + slot.name());
      } else {
        values[slot.member()] = slot.holder().hold(slot.byDefault());
      }
    }
    if (found < count) {
      refuseOthers(in, values);
    }
  }

  /** Reads the attributes of a nil element; {@code members} is the length of its composite. */
  Holder.Nil readNil(XmlIn in, Composite composite, int members) {
    @Nullable Object[] values = new @Nullable Object[members];
    read(in, values);
    boolean isKept = lenient && Arrays.stream(values).anyMatch(Objects::nonNull);
    return isKept ? new Holder.Nil(composite.assemble(values)) : Holder.NIL;
  }

  /** Writes a nil element with its attributes. */
  void writeNil(XmlOut out, Tag tag, Composite composite, Holder.Nil nil) {
    out.open(tag);
    if (nil.attributes() != null) {
      write(out, composite, nil.attributes());
    }
    out.attribute(ElementCodec.NIL_MARK, "true");
    out.empty();
  }

  private static Object read(XmlIn in, AttributeSlot slot, String text) {
    try {
      AttributesIn attributes = in.attributes();
      String value =
          slot.isQualified() ? attributes.name(text, attributes.scope()).toString() : text;
      return in.parse(slot.lexical(), value);
    } catch (InvalidMessageException invalid) {
      throw invalid.within("@" + slot.name());
    }
  }

  private void refuseOthers(XmlIn in, @Nullable Object[] values) {
    Map<String, String> taken = new LinkedHashMap<>();
    boolean areUnknown = false;
    for (int i = 0; i < in.attributes().count(); i++) {
      String namespace = in.attributes().namespace(i);
      String name = in.attributes().name(i);
      boolean known = in.attributes().isForeign(i);
      for (AttributeSlot slot : slots) {
        known |= slot.name().equals(name) && slot.namespace().equals(namespace);
      }
      if (!known && others != null && others.take(in, i, taken)) {
        values[others.member()] = taken;
      } else if (!known && !in.isLenient()) {
        throw in.problem(Code.UNEXPECTED, "no such attribute", in.attributes().value(i))
            .within("@" + name);
      }
      areUnknown |= !known;
    }
    if (areUnknown) {
      in.passAttributes();
    }
    SimpleElement.checkType(in, type);
  }

  /** Writes the attributes of a structure into the element just opened. */
  void write(XmlOut out, Composite composite, Object structure) {
    for (AttributeSlot slot : slots) {
      Object value = slot.holder().value(composite.member(structure, slot.member()));
      if (value != null) {
        try {
          write(out, slot, out.print(slot.lexical(), value));
        } catch (EncodeException failed) {
          throw failed.within("@" + slot.name());
        }
      } else if (slot.required() && !lenient) {
        throw new EncodeException("null where a value is required").within("@" + slot.name());
      }
    }
    writeOthers(out, composite, structure);
  }

  /** Writes the attributes of any name into the element just opened. */
  private void writeOthers(XmlOut out, Composite composite, Object structure) {
    if (others != null && composite.member(structure, others.member()) instanceof Map<?, ?> map) {
      OtherAttributes.write(out, map);
    }
  }

  private static void write(XmlOut out, AttributeSlot slot, String text) {
    if (slot.isQualified()) {
      String prefix = "q" + slot.member();
      byte[] declaration = Tag.encode(" xmlns:" + prefix + "=\"");
      out.attribute(
          slot.open(), QualifiedNameElement.declare(out, QName.valueOf(text), declaration, prefix));
    } else {
      out.attribute(slot.open(), text);
    }
  }
}
