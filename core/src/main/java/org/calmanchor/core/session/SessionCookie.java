package org.calmanchor.core.session;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The cookie by which a caller finds its session (RFC 6265). It has a name for each service, is
 * sent to this host only and not readable by scripts.
 */
public final class SessionCookie {
  private static final String PREFIX = "calm-anchor-session-";
  private static final String ATTRIBUTES = "; Path=/; HttpOnly; SameSite=Strict";

  private SessionCookie() {}

  private static String name(String service) {
    // Names of services may have letters that those of cookies may not.
    return PREFIX + Integer.toHexString(service.hashCode());
  }

  /** The id that headers {@code Cookie} have for a service; null if they have none. */
  public static @Nullable String id(List<String> cookies, String service) {
    String name = name(service);
    for (String header : cookies) {
      for (String pair : List.of(header.split(";", -1))) {
        int equals = pair.indexOf('=');
        if (equals > 0 && pair.substring(0, equals).strip().equals(name)) {
          return pair.substring(equals + 1).strip();
        }
      }
    }
    return null;
  }

  /** The header that gives a caller a cookie. */
  public static String of(String service, String id, boolean isEncrypted) {
    return name(service) + "=" + id + ATTRIBUTES + (isEncrypted ? "; Secure" : "");
  }

  /** The header that takes it away. */
  public static String ended(String service, boolean isEncrypted) {
    return of(service, "", isEncrypted) + "; Max-Age=0";
  }
}
