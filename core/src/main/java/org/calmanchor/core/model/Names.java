package org.calmanchor.core.model;

import javax.xml.namespace.QName;

/** Namespaces of the standards, and the rule for names. */
public final class Names {
  /** XML Schema 1.0. */
  public static final String XSD = "http://www.w3.org/2001/XMLSchema";

  /** XML Schema instance attributes: type, nil, schemaLocation. */
  public static final String XSI = "http://www.w3.org/2001/XMLSchema-instance";

  /** WSDL 1.1. */
  public static final String WSDL = "http://schemas.xmlsoap.org/wsdl/";

  private Names() {}

  /** The name of a built-in type of XML Schema. */
  public static QName xsd(String local) {
    return new QName(XSD, local);
  }

  /** Whether {@code text} is an NCName (Namespaces in XML 1.0, section 3). */
  public static boolean isNcName(String text) {
    if (text.isEmpty() || !isNameStart(text.codePointAt(0))) {
      return false;
    }
    return text.codePoints().allMatch(Names::isNamePart);
  }

  private static boolean isNameStart(int c) {
    return c == '_'
        || (c >= 'A' && c <= 'Z')
        || (c >= 'a' && c <= 'z')
        || (c >= 0xC0 && c <= 0x2FF && c != 0xD7 && c != 0xF7)
        || (c >= 0x370 && c <= 0x1FFF && c != 0x37E)
        || (c >= 0x200C && c <= 0x200D)
        || (c >= 0x2070 && c <= 0x218F)
        || (c >= 0x2C00 && c <= 0x2FEF)
        || (c >= 0x3001 && c <= 0xD7FF)
        || (c >= 0xF900 && c <= 0xFDCF)
        || (c >= 0xFDF0 && c <= 0xFFFC)
        || (c >= 0x10000 && c <= 0xEFFFF);
  }

  private static boolean isNamePart(int c) {
    return isNameStart(c)
        || c == '-'
        || c == '.'
        || (c >= '0' && c <= '9')
        || c == 0xB7
        || (c >= 0x300 && c <= 0x36F)
        || (c >= 0x203F && c <= 0x2040);
  }
}
