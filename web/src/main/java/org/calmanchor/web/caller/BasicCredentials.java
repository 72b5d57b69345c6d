package org.calmanchor.web.caller;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import org.calmanchor.core.access.Caller;
import org.jspecify.annotations.Nullable;

/** A name and a password of HTTP Basic (RFC 7617), in UTF-8. */
record BasicCredentials(String name, String password) {
  private static final String SCHEME = "basic";

  /** Whether a header says that it has such credentials. */
  static boolean isScheme(String header) {
    int end = SCHEME.length();
    return header.regionMatches(true, 0, SCHEME, 0, end)
        && (header.length() == end || header.charAt(end) == ' ');
  }

  /** Reads the value of an {@code Authorization} header; null if it is malformed. */
  static @Nullable BasicCredentials of(String header) {
    try {
      byte[] bytes = Base64.getDecoder().decode(header.substring(SCHEME.length()).strip());
      String text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
      int colon = text.indexOf(':');
      boolean isClean = text.chars().noneMatch(Character::isISOControl);
      return colon < 1 || !isClean || !Caller.isName(text.substring(0, colon))
          ? null
          : new BasicCredentials(text.substring(0, colon), text.substring(colon + 1));
    } catch (IllegalArgumentException | CharacterCodingException malformed) {
      return null;
    }
  }

  /** Without the password. */
  @Override
  public String toString() {
    return "BasicCredentials[" + name + "]";
  }
}
