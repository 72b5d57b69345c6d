package org.calmanchor.web.caller;

import java.util.regex.Pattern;
import org.calmanchor.core.access.Credentials;
import org.jspecify.annotations.Nullable;

/** Tokens of HTTP Bearer (RFC 6750, section 2.1). */
final class BearerToken {
  private static final String SCHEME = "bearer";
  private static final Pattern TOKEN = Pattern.compile("[A-Za-z0-9._~+/-]++=*+");

  /** The longest, in characters: more than any token of practice. */
  private static final int MOST = 8_192;

  private BearerToken() {}

  /** Whether a header says that it has a token. */
  static boolean isScheme(String header) {
    return Scheme.is(SCHEME, header);
  }

  /** Reads the value of an {@code Authorization} header; null if it is malformed. */
  static @Nullable Credentials of(String header) {
    String token = header.substring(SCHEME.length()).strip();
    return token.length() > MOST || !TOKEN.matcher(token).matches()
        ? null
        : new Credentials.Token(token, header);
  }
}
