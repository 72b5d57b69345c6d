package org.calmanchor.core.codec;

import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.PrefixScope;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * Elements that hold attributes and a text (XML Schema 1.0 part 1, simple content).
 *
 * @param text the index of the text in the composite
 */
record SimpleContentElement(
    AttributeCodec attributes,
    Lexical<Object> lexical,
    boolean isQualified,
    Composite composite,
    int text)
    implements ElementCodec {

  @Override
  public Object read(XmlIn in) {
    @Nullable Object[] values = new @Nullable Object[attributes.count() + 1];
    attributes.read(in, values);
    PrefixScope scope = in.attributes().scope();
    String read = in.text();
    values[text] =
        in.parse(lexical, isQualified ? in.attributes().name(read, scope).toString() : read);
    return ComplexReader.assemble(in, composite, values);
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    return attributes.readNil(in, composite, attributes.count() + 1);
  }

  @Override
  public void writeNil(XmlOut out, Tag tag, Holder.Nil nil) {
    attributes.writeNil(out, tag, composite, nil);
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    Object held = value == null ? null : composite.member(value, text);
    if (value == null || held == null) {
      throw new EncodeException("null where a value is required");
    }
    String printed = out.print(lexical, held);
    out.open(tag);
    attributes.write(out, composite, value);
    if (isQualified) {
      printed =
          QualifiedNameElement.declare(out, QName.valueOf(printed), Tag.encode(" xmlns:q=\""), "q");
    }
    out.content();
    out.text(printed);
    out.close(tag);
  }
}
