package org.calmanchor.core.simple;

import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import org.calmanchor.core.lexical.LexicalException;

/** Values of anyURI, which may have characters that a URI has to escape (section 3.2.17). */
final class AnyUris {
  private static final String ALSO_ALLOWED = "!#$%&'()*+,-./:;=?@[]_~";

  private AnyUris() {}

  static Object parse(String text) {
    StringBuilder escaped = new StringBuilder();
    for (byte b : text.getBytes(StandardCharsets.UTF_8)) {
      char c = (char) (b & 0xFF);
      boolean isPlain = c < 0x80 && (Character.isLetterOrDigit(c) || ALSO_ALLOWED.indexOf(c) >= 0);
      if (isPlain) {
        escaped.append(c);
      } else {
        escaped.append(String.format("%%%02X", (int) c));
      }
    }
    try {
      URI.create("http://a/").resolve(new URI(escaped.toString()));
    } catch (URISyntaxException | IllegalArgumentException malformed) {
      throw new LexicalException("not a URI");
    }
    return text;
  }
}
