package org.calmanchor.core.codec;

import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.xml.EncodeException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.Tag;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/** An element that contains the text of a simple type. */
final class SimpleElement implements ElementCodec {
  private final @Nullable QName type;
  private final Lexical<Object> lexical;
  private final Map<QName, Lexical<Object>> narrower;

  /**
   * Creates a codec.
   *
   * @param narrower the types of the contract that are derived from {@code type}
   */
  SimpleElement(
      @Nullable QName type, Lexical<Object> lexical, Map<QName, Lexical<Object>> narrower) {
    this.type = type;
    this.lexical = lexical;
    this.narrower = narrower;
  }

  @Override
  public Object read(XmlIn in) {
    if (in.attributes().count() > 0) {
      Lexical<?> narrower = narrower(in);
      if (narrower != null) {
        return narrowed(in, narrower);
      }
      checkAttributes(in, type);
    }
    in.readText();
    return in.parseText(lexical);
  }

  /** The lexical forms of the type in xsi:type, if it restricts the declared type; else null. */
  private @Nullable Lexical<?> narrower(XmlIn in) {
    QName named = in.attributes().type();
    if (named == null || type == null) {
      return null;
    }
    Lexical<?> own = narrower.get(named);
    return own == null ? BuiltIns.derived(named, type) : own;
  }

  private Object narrowed(XmlIn in, Lexical<?> narrower) {
    checkForeign(in);
    String text = narrower.whiteSpace().apply(in.text());
    in.parse(narrower, text);
    return in.parse(lexical, text);
  }

  @Override
  public Holder.Nil readNil(XmlIn in) {
    checkAttributes(in, type);
    return Holder.NIL;
  }

  /** Throws for an attribute other than those that XML Schema allows on every element. */
  static void checkAttributes(XmlIn in, @Nullable QName type) {
    checkForeign(in);
    checkType(in, type);
  }

  private static void checkForeign(XmlIn in) {
    for (int i = 0; i < in.attributes().count(); i++) {
      if (in.attributes().isForeign(i)) {
        continue;
      }
      if (in.isLenient()) {
        in.passAttributes();
        return;
      }
      throw in.problem(Code.UNEXPECTED, "no attribute", in.attributes().value(i))
          .within("@" + in.attributes().name(i));
    }
  }

  /** Throws for an {@code xsi:type} other than the declared type. */
  static void checkType(XmlIn in, @Nullable QName type) {
    QName named = in.attributes().type();
    if (named != null && !named.equals(type)) {
      throw in.problem(
              Code.TYPE, type == null ? "no xsi:type" : type.getLocalPart(), named.getLocalPart())
          .within("@xsi:type");
    }
  }

  @Override
  public void write(XmlOut out, Tag tag, @Nullable Object value) {
    if (value == null) {
      throw new EncodeException("null where a value is required");
    }
    out.element(tag, lexical, value);
  }
}
