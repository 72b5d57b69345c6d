package org.calmanchor.core.session;

import java.security.SecureRandom;
import java.util.Base64;
import java.util.regex.Pattern;

/** Ids of sessions, which nobody can guess: 192 random bits. */
public final class SessionIds {
  private static final int BYTES = 24;
  private static final Pattern FORM = Pattern.compile("[A-Za-z0-9_-]{32}");
  private static final SecureRandom RANDOM = new SecureRandom();

  private SessionIds() {}

  /** A new id. */
  public static String next() {
    byte[] fresh = new byte[BYTES];
    RANDOM.nextBytes(fresh);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(fresh);
  }

  /** Whether a text has the form of an id. */
  public static boolean isId(String text) {
    return FORM.matcher(text).matches();
  }
}
