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
 * Values that are names with a prefix (XML Schema 1.0 part 2, section 3.2.18). Within the engine
 * they stand as {@code {namespace}local}; here prefixes are resolved and declared.
 */
record QualifiedNameElement(Lexical<Object> lexical) implements ElementCodec {
  private static final byte[] DECLARATION = Tag.encode(" xmlns:q=\"");

  @Override
  public Object read(XmlIn in) {
    SimpleElement.checkAttributes(in, null);
    // The prefix must be resolved before the element's end is reached, while it is in scope.
    PrefixScope scope = in.attributes().scope();
    return in.parse(lexical, in.attributes().name(in.text(), scope).toString());
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    SimpleElement.checkAttributes(in, null);
    return Holder.NIL;
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    QName name = QName.valueOf(out.print(lexical, value));
    out.open(tag);
    String text = declare(out, name, DECLARATION, "q");
    out.content();
    out.text(text);
    out.close(tag);
  }

  /**
   * Declares the prefix that a name needs on the element just opened, and returns the prefixed
   * name.
   */
  static String declare(XmlOut out, QName name, byte[] declaration, String prefix) {
    if (name.getNamespaceURI().isEmpty()) {
      return name.getLocalPart();
    }
    out.attribute(declaration, name.getNamespaceURI());
    return prefix + ":" + name.getLocalPart();
  }
}
