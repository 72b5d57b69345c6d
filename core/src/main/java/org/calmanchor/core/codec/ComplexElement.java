package org.calmanchor.core.codec;

import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** Elements that hold attributes and a sequence of elements. */
record ComplexElement(ComplexReader reader, ComplexWriter writer) implements ElementCodec {
  @Override
  public Object read(XmlIn in) {
    return reader.read(in);
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    return reader.readNil(in);
  }

  @Override
  public void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    writer.writeNil(out, tag, nil);
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    writer.write(out, tag, value);
  }
}
