package org.calmanchor.core.codec;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Binary;
import org.calmanchor.core.binary.Base64Text;
import org.calmanchor.core.binary.Spool;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * Elements that hold bytes as Base64 (XML Schema 1.0 part 2, section 3.2.16), decoded and encoded
 * in passing: their text is never held.
 */
record BinaryElement(@Nullable QName type, BinaryHolder holder) implements ElementCodec {
  @Override
  public Object read(XmlIn in) {
    SimpleElement.checkAttributes(in, type);
    Base64Text text =
        new Base64Text(in, new Spool(holder.isArray() || in.resources().keepsInMemory()));
    in.pieces(text);
    Object value = text.value(holder.isArray());
    try {
      holder.check().accept(value);
    } catch (LexicalException refused) {
      throw in.problem(Code.VALUE, String.valueOf(refused.expected()), text.beginning());
    }
    return value;
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    SimpleElement.checkAttributes(in, type);
    return Holder.NIL;
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    try {
      holder.checkWritten().accept(value);
    } catch (LexicalException refused) {
      throw new EncodeException(refused.getMessage() + ", where " + refused.expected());
    }
    out.open(tag);
    out.content();
    try (InputStream bytes =
        value instanceof byte[] array ? new ByteArrayInputStream(array) : ((Binary) value).open()) {
      out.base64(bytes);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    out.close(tag);
  }
}
