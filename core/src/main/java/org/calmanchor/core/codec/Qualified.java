package org.calmanchor.core.codec;

import javax.xml.namespace.QName;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/**
 * Values that are names with a prefix (XML Schema 1.0 part 2, section 3.2.18). Within the engine
 * they stand as {@code {namespace}local}; here prefixes are resolved and declared.
 */
record Qualified(Lexical<Object> lexical) implements ElementCodec {
  private static final byte[] DECLARATION = Tag.encode(" xmlns:q=\"");

  @Override
  public Object read(XmlIn in) {
    SimpleElement.checkAttributes(in, null);
    // The prefix is the element's concern: it must be resolved before its end is reached.
    AttributesIn.Scope scope = in.attributes().scope();
    return SimpleElement.parse(lexical, clark(in, scope, in.text()), in);
  }

  @Override
  public void checkNil(XmlIn in) {
    SimpleElement.checkAttributes(in, null);
  }

  /** The name as {@code {namespace}local}. */
  static String clark(XmlIn in, AttributesIn.Scope scope, String text) {
    String name = Lexical.collapse(text);
    int colon = name.indexOf(':');
    String prefix = colon < 0 ? "" : name.substring(0, colon);
    String local = name.substring(colon + 1);
    if (!Names.isNcName(local) || (colon >= 0 && !Names.isNcName(prefix))) {
      throw in.problem(Code.VALUE, "a name, with or without a prefix", name);
    }
    String namespace = scope.namespaceOf(prefix);
    if (namespace == null) {
      throw in.problem(Code.VALUE, "a name whose prefix is declared", name);
    }
    return new QName(namespace, local).toString();
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    QName name = QName.valueOf(SimpleElement.print(lexical, value, out.digits()));
    out.open(tag);
    String text = declare(out, name, DECLARATION, "q");
    out.content();
    out.text(text);
    out.close(tag);
  }

  /** Declares the prefix that a name needs on the element just opened; the name with it. */
  static String declare(XmlOut out, QName name, byte[] declaration, String prefix) {
    if (name.getNamespaceURI().isEmpty()) {
      return name.getLocalPart();
    }
    out.attribute(declaration, name.getNamespaceURI());
    return prefix + ":" + name.getLocalPart();
  }
}
