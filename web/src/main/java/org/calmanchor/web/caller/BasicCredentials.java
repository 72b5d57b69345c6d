package org.calmanchor.web.caller;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Credentials;
import org.jspecify.annotations.Nullable;

/** Names and passwords of HTTP Basic (RFC 7617), in UTF-8. */
final class BasicCredentials {
  private static final String SCHEME = "basic";

  private BasicCredentials() {}

  /** Whether a header says that it has such credentials. */
  static boolean isScheme(String header) {
    return Scheme.is(SCHEME, header);
  }

  /** Reads the value of an {@code Authorization} header; null if it is malformed. */
  static @Nullable Credentials of(String header) {
    try {
      byte[] bytes = Base64.getDecoder().decode(header.substring(SCHEME.length()).strip());
      String text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
      int colon = text.indexOf(':');
      boolean isClean = text.chars().noneMatch(Character::isISOControl);
      return colon < 1 || !isClean || !Caller.isName(text.substring(0, colon))
          ? null
          : new Credentials.Password(text.substring(0, colon), text.substring(colon + 1), header);
    } catch (IllegalArgumentException | CharacterCodingException malformed) {
      return null;
    }
  }
}
