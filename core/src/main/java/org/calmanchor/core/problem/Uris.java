package org.calmanchor.core.problem;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Set;
import javax.xml.XMLConstants;
import org.calmanchor.core.model.Names;

/** The rules for namespaces and actions. */
public final class Uris {
  private static final Set<String> RESERVED =
      Set.of(Names.XSD, Names.XSI, XMLConstants.XML_NS_URI, XMLConstants.XMLNS_ATTRIBUTE_NS_URI);

  private Uris() {}

  /** Whether {@code text} is a reserved namespace of XML itself. */
  public static boolean isReserved(String text) {
    return RESERVED.contains(text);
  }

  /** The same URI with the characters that RFC 3986 does not allow percent-encoded. */
  public static String encoded(String text) {
    return text.chars().allMatch(c -> c < 0x80) ? text : URI.create(text).toASCIIString();
  }

  /** Whether {@code text} is an absolute URI (RFC 3986, section 4.3). */
  public static boolean isAbsolute(String text) {
    // java.net.URI accepts characters that RFC 3986 does not allow.
    boolean isAscii = text.chars().allMatch(c -> c > ' ' && c < 0x7F);
    try {
      return isAscii && new URI(text).isAbsolute();
    } catch (URISyntaxException notOne) {
      return false;
    }
  }
}
