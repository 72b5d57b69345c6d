package org.calmanchor.core.codec;

import org.calmanchor.core.xml.DomReader;
import org.calmanchor.core.xml.DomWriter;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** An element that contains one element of any name (XML Schema 1.0 part 1, section 3.10). */
record AnyElement(AttributeCodec attributes, AnyHolder holder) implements ElementCodec {
  @Override
  public Object read(XmlIn in) {
    attributes.read(in, new @Nullable Object[0]);
    if (!in.nextElement()) {
      throw in.problem(Code.MISSING, "one element of any name", "").within("*");
    }
    Object held = holder.hold(DomReader.read(in));
    if (in.nextElement()) {
      throw in.problem(Code.TOO_MANY, "at most 1", "").within(in.localName());
    }
    return held;
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    attributes.read(in, new @Nullable Object[0]);
    return Holder.NIL;
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    out.open(tag);
    out.content();
    DomWriter.write(out, holder.element(value));
    out.close(tag);
  }
}
