package org.calmanchor.core.simple;

import java.math.BigDecimal;
import java.util.HexFormat;
import java.util.Map;
import java.util.function.Function;
import javax.xml.datatype.DatatypeConstants;
import javax.xml.datatype.Duration;
import javax.xml.datatype.XMLGregorianCalendar;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/**
 * The values of a primitive type (XML Schema 1.0 part 2, section 3.2).
 *
 * @param form what a text must look like, in words that follow "expected"
 * @param parser the value of a text; throws {@link LexicalException} if it has none
 * @param hasLength whether its values have a length
 */
record Primitive(String form, Function<String, Object> parser, boolean hasLength) {
  private static final Map<String, Primitive> ALL =
      Map.ofEntries(
          Map.entry("string", new Primitive("text", text -> text, true)),
          Map.entry("boolean", mapped("boolean", value -> value)),
          Map.entry("decimal", mapped("decimal", value -> value)),
          Map.entry("float", mapped("float", value -> value)),
          Map.entry("double", mapped("double", value -> value)),
          Map.entry("duration", new Primitive(DateTimes.DURATION, DateTimes::duration, false)),
          Map.entry("dateTime", date("dateTime")),
          Map.entry("time", date("time")),
          Map.entry("date", date("date")),
          Map.entry("gYearMonth", date("gYearMonth")),
          Map.entry("gYear", date("gYear")),
          Map.entry("gMonthDay", date("gMonthDay")),
          Map.entry("gDay", date("gDay")),
          Map.entry("gMonth", date("gMonth")),
          Map.entry("hexBinary", binary("hexBinary")),
          Map.entry("base64Binary", binary("base64Binary")),
          Map.entry("anyURI", new Primitive("a URI", AnyUris::parse, true)),
          Map.entry("QName", new Primitive("a name", Primitive::name, false)),
          Map.entry("NOTATION", new Primitive("a name", Primitive::name, false)));

  static Primitive of(String name) {
    Primitive primitive = ALL.get(name);
    if (primitive == null) {
      throw new IllegalArgumentException("no primitive type is called " + name);
    }
    return primitive;
  }

  private static Primitive date(String type) {
    return new Primitive(DateTimes.words(type), DateTimes.parser(type), false);
  }

  private static Primitive mapped(String type, Function<Object, Object> value) {
    Lexical<?> lexical = BuiltIns.lexical(Names.xsd(type));
    return new Primitive(lexical.form(), text -> value.apply(lexical.parse(text)), false);
  }

  /** Bytes are compared by their digits. */
  private static Primitive binary(String type) {
    Lexical<?> lexical = BuiltIns.lexical(Names.xsd(type));
    return new Primitive(
        lexical.form(), text -> HexFormat.of().formatHex((byte[]) lexical.parse(text)), true);
  }

  /** Names come with their prefix resolved, as {namespace}local, or with an unresolved one. */
  private static Object name(String text) {
    String local = text.substring(text.lastIndexOf('}') + 1);
    int colon = local.indexOf(':');
    boolean isName =
        Names.isNcName(local.substring(colon + 1))
            && (colon < 0 || Names.isNcName(local.substring(0, colon)));
    if (!isName) {
      throw new LexicalException("not a name");
    }
    return text;
  }

  /** The length of a value in the unit of its type (section 4.3.1). */
  static int length(Object value, @Nullable String primitive) {
    String text = value.toString();
    return "hexBinary".equals(primitive) || "base64Binary".equals(primitive)
        ? text.length() / 2
        : text.codePointCount(0, text.length());
  }

  /**
   * Compares two values of one ordered type. Returns null if neither is greater (section 3.2.6.2
   * and 3.2.7.4).
   */
  static @Nullable Integer compare(Object a, Object b) {
    if (a instanceof XMLGregorianCalendar date) {
      return order(date.compare((XMLGregorianCalendar) b));
    }
    if (a instanceof Duration duration) {
      return order(duration.compare((Duration) b));
    }
    if (a instanceof BigDecimal number) {
      return number.compareTo((BigDecimal) b);
    }
    if (a instanceof Double number) {
      return floating(number, (Double) b);
    }
    return a instanceof Float number ? floating(number, (Float) b) : null;
  }

  private static @Nullable Integer order(int result) {
    return result == DatatypeConstants.INDETERMINATE ? null : result;
  }

  private static @Nullable Integer floating(double a, double b) {
    boolean isUnordered = Double.isNaN(a) != Double.isNaN(b);
    return isUnordered ? null : a == b ? Integer.valueOf(0) : Integer.valueOf(Double.compare(a, b));
  }

  /** Whether two values of one type are the same. */
  static boolean areEqual(Object a, Object b) {
    if (a instanceof java.util.List<?> list && b instanceof java.util.List<?> other) {
      boolean isSame = list.size() == other.size();
      for (int i = 0; i < list.size() && isSame; i++) {
        isSame = areEqual(list.get(i), other.get(i));
      }
      return isSame;
    }
    if (!a.getClass().equals(b.getClass())) {
      return false;
    }
    Integer order = compare(a, b);
    return order == null ? a.equals(b) : order == 0;
  }
}
