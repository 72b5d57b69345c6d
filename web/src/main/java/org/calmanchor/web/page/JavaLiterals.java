package org.calmanchor.web.page;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.net.URI;
import java.time.Year;
import java.util.Base64;
import java.util.Currency;
import java.util.HexFormat;
import java.util.Locale;
import java.util.UUID;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Binary;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.TypeMapping;

/** Simple values as Java expressions. */
final class JavaLiterals {
  /** A longer constant may not fit into a class file (JVMS, section 4.4.7). */
  private static final int MOST_CHARACTERS = 20_000;

  private static final int MOST_SHOWN = 100;

  private final JavaSource source;

  JavaLiterals(JavaSource source) {
    this.source = source;
  }

  /** The expression for {@code text}, or a comment that says why there is none. */
  String of(JavaType type, TypeMapping<?> row, String text) {
    try {
      return literal(row, text);
    } catch (LexicalException | IllegalArgumentException unfit) {
      return none(type) + comment("\"" + text + "\" is not " + row.lexical().form());
    }
  }

  /** The expression for a missing value. */
  static String none(JavaType type) {
    if (type.kind() != JavaType.Kind.PRIMITIVE) {
      return "null";
    }
    return switch (type.name()) {
      case "boolean" -> "false";
      case "byte", "short" -> "(" + type.name() + ") 0";
      default -> "0";
    };
  }

  private static String comment(String words) {
    String shown = words.length() > MOST_SHOWN ? words.substring(0, MOST_SHOWN) + "..." : words;
    return " /* " + shown.replaceAll("[^ -~]", "?").replace("*/", "* /").replace("\\", "/") + " */";
  }

  private <T> String literal(TypeMapping<T> row, String text) {
    Lexical<T> lexical = row.lexical();
    String collapsed = lexical.whiteSpace().apply(text);
    if (row.javaType() == byte[].class || row.javaType() == Binary.class) {
      return binary(row, collapsed);
    }
    T value = lexical.parse(collapsed);
    String printed = String.valueOf(value);
    if (value instanceof Integer || value instanceof Boolean) {
      return printed;
    } else if (value instanceof Short || value instanceof Byte) {
      return "(" + (value instanceof Short ? "short" : "byte") + ") " + printed;
    } else if (value instanceof Long) {
      return printed + "L";
    } else if (value instanceof Double number) {
      String special = special("Double", number);
      return special.isEmpty() ? printed : special;
    } else if (value instanceof Float number) {
      String special = special("Float", number.doubleValue());
      return special.isEmpty() ? printed + "f" : special;
    } else if (value instanceof String string) {
      return text(string);
    }
    return made(row.javaType(), value, printed);
  }

  private static String special(String type, double value) {
    return Double.isNaN(value)
        ? type + ".NaN"
        : !Double.isInfinite(value)
            ? ""
            : type + (value > 0 ? ".POSITIVE_INFINITY" : ".NEGATIVE_INFINITY");
  }

  private String made(Class<?> type, Object value, String printed) {
    String name = source.nameOf(type);
    if (type == BigDecimal.class || type == BigInteger.class) {
      return "new " + name + "(" + quoted(printed) + ")";
    } else if (type == URI.class) {
      return name + ".create(" + quoted(printed) + ")";
    } else if (type == UUID.class) {
      return name + ".fromString(" + quoted(printed) + ")";
    } else if (value instanceof Locale locale) {
      return name + ".forLanguageTag(" + quoted(locale.toLanguageTag()) + ")";
    } else if (value instanceof Currency currency) {
      return name + ".getInstance(" + quoted(currency.getCurrencyCode()) + ")";
    } else if (value instanceof QName qname) {
      String parts = quoted(qname.getNamespaceURI()) + ", " + quoted(qname.getLocalPart());
      return "new " + name + "(" + parts + ")";
    } else if (value instanceof Year year) {
      return name + ".of(" + year.getValue() + ")";
    }
    // The remaining types are instants and durations.
    return name + ".parse(" + quoted(printed) + ")";
  }

  private String binary(TypeMapping<?> row, String text) {
    boolean isHex = row.base().getLocalPart().equals("hexBinary");
    String bytes;
    if (text.length() > MOST_CHARACTERS) {
      bytes = "new byte[0]" + tooLong();
    } else if (isHex) {
      HexFormat.of().parseHex(text);
      bytes = source.nameOf(HexFormat.class) + ".of().parseHex(" + quoted(text) + ")";
    } else {
      String packed = text.replace(" ", "");
      Base64.getDecoder().decode(packed);
      bytes = source.nameOf(Base64.class) + ".getDecoder().decode(" + quoted(packed) + ")";
    }
    return row.javaType() == Binary.class
        ? source.nameOf(Binary.class) + ".of(" + bytes + ")"
        : bytes;
  }

  private static String tooLong() {
    return " /* too long to be written here */";
  }

  /** A string literal, if it is not too long for one. */
  static String text(String text) {
    return text.length() > MOST_CHARACTERS ? "\"\"" + tooLong() : quoted(text);
  }

  /** A string literal (JLS, section 3.10.5). */
  static String quoted(String text) {
    StringBuilder quoted = new StringBuilder(text.length() + 2).append('"');
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '"', '\\' -> quoted.append('\\').append(c);
        case '\n' -> quoted.append("\\n");
        case '\r' -> quoted.append("\\r");
        case '\t' -> quoted.append("\\t");
        default -> quoted.append(c);
      }
    }
    return quoted.append('"').toString();
  }
}
