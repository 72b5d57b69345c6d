package org.calmanchor.core.codec;

import javax.xml.namespace.QName;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.jspecify.annotations.Nullable;

/** Elements whose content is the text of a simple type. */
final class SimpleElement implements ElementCodec {
  private final @Nullable QName type;
  private final Lexical<Object> lexical;

  SimpleElement(@Nullable QName type, Lexical<Object> lexical) {
    this.type = type;
    this.lexical = lexical;
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
    return parsed(lexical, in);
  }

  /** The forms of the built-in type that xsi:type names, if it is one below the declared one. */
  private @Nullable Lexical<?> narrower(XmlIn in) {
    QName named = in.attributes().type();
    return named == null || type == null ? null : BuiltIns.derived(named, type);
  }

  private Object narrowed(XmlIn in, Lexical<?> narrower) {
    checkForeign(in);
    String text = narrower.whiteSpace().apply(in.text());
    parse(narrower, text, in);
    return parse(lexical, text, in);
  }

  /** The value of the text that was read last. */
  static Object parsed(Lexical<Object> lexical, XmlIn in) {
    boolean isShort = in.textLength() <= in.digits();
    Object quick = isShort ? lexical.quick(in.textBuffer(), in.textLength()) : null;
    return quick != null
        ? quick
        : parse(lexical, new String(in.textBuffer(), 0, in.textLength()), in);
  }

  @Override
  public void checkNil(XmlIn in) {
    checkAttributes(in, type);
  }

  static <T> T parse(Lexical<T> lexical, String text, XmlIn in) {
    if (lexical.isNumber() && text.length() > in.digits()) {
      String digits = lexical.whiteSpace().apply(text);
      if (digits.length() > in.digits()) {
        throw in.problem(Code.LIMIT, "at most " + in.digits() + " digits a number", "");
      }
    }
    try {
      return lexical.parse(text);
    } catch (LexicalException invalid) {
      String expected = invalid.expected();
      // White space that counts must be seen.
      String found = lexical.whiteSpace().apply(text);
      throw in.problem(Code.VALUE, expected == null ? lexical.form() : expected, found);
    }
  }

  /** Lets pass what XML Schema itself puts on any element; refuses the rest. */
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
      } else {
        throw in.problem(Code.UNEXPECTED, "no attribute", in.attributes().value(i))
            .within("@" + in.attributes().name(i));
      }
    }
  }

  /** Refuses an {@code xsi:type} other than the declared one. */
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

  /**
   * The text of a value.
   *
   * @throws EncodeException when it has none, or as a number more than {@code digits}
   */
  static <T> String print(Lexical<T> lexical, T value, int digits) {
    try {
      String text = lexical.print(value);
      if (lexical.isNumber() && text.length() > digits) {
        throw new EncodeException("more than " + digits + " digits");
      }
      return text;
    } catch (LexicalException unprintable) {
      throw new EncodeException(
          unprintable.getMessage()
              + ", where "
              + (unprintable.expected() == null ? lexical.form() : unprintable.expected())
              + " belongs");
    }
  }
}
