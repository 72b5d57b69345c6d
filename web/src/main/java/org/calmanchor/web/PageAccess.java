package org.calmanchor.web;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.QueryParameters;
import org.calmanchor.web.http.ThisMachine;

/**
 * Decides who sees test pages. If a key is needed, a browser shows it once, in the query, and then
 * in a cookie (RFC 6265) that no script can read and no other site can send. Immutable.
 */
public final class PageAccess {
  private static final String KEY = "key";
  private static final String COOKIE = "calm-anchor-page";
  private static final int KEY_BYTES = 24;

  private final PageAudience audience;
  private final String key;

  private PageAccess(PageAudience audience, String key) {
    this.audience = audience;
    this.key = key;
  }

  /** Creates it for an audience, with a new key if that needs one. */
  public static PageAccess of(PageAudience audience) {
    return new PageAccess(audience, audience == PageAudience.KEY ? newKey() : "");
  }

  private static String newKey() {
    byte[] random = new byte[KEY_BYTES];
    new SecureRandom().nextBytes(random);
    return Base64.getUrlEncoder().withoutPadding().encodeToString(random);
  }

  /** Who sees them. */
  public PageAudience audience() {
    return audience;
  }

  /** What a link to a page has after its path: the key, if one is needed; else nothing. */
  public String query() {
    return audience == PageAudience.KEY ? "?" + KEY + "=" + key : "";
  }

  /** Whether the sender of a request sees pages. */
  boolean includes(HttpRequest request) {
    return switch (audience) {
      case NOBODY -> false;
      case EVERYBODY -> true;
      case THIS_MACHINE -> ThisMachine.isBrowserOf(request);
      case KEY -> hasCookie(request);
    };
  }

  private boolean hasCookie(HttpRequest request) {
    String wanted = cookieName(request) + "=";
    for (String header : request.headers("Cookie")) {
      for (String cookie : header.split(";", -1)) {
        if (cookie.strip().startsWith(wanted) && isKey(cookie.strip().substring(wanted.length()))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Cookies do not tell ports apart, so that each port has its own. */
  private static String cookieName(HttpRequest request) {
    String authority = String.valueOf(request.authority());
    int colon = authority.lastIndexOf(':');
    boolean hasPort = colon > authority.lastIndexOf(']');
    return hasPort ? COOKIE + "-" + authority.substring(colon + 1) : COOKIE;
  }

  private boolean isKey(String text) {
    return MessageDigest.isEqual(
        text.getBytes(StandardCharsets.UTF_8), key.getBytes(StandardCharsets.UTF_8));
  }

  /** Whether a request shows the key in its query. */
  boolean isOpening(HttpRequest request) {
    if (audience != PageAudience.KEY || request.query() == null) {
      return false;
    }
    String shown = QueryParameters.of(request.query()).value(KEY);
    return shown != null && isKey(shown);
  }

  /** Gives the browser the cookie, and sends it to the page without the key in its address. */
  void open(HttpRequest request, HttpResponse response) {
    String path = request.prefix() + request.path();
    response.header(
        "Set-Cookie",
        cookieName(request)
            + "="
            + key
            + "; Path="
            + (request.prefix().isEmpty() ? "/" : request.prefix())
            + "; HttpOnly; SameSite=Strict"
            + (request.scheme().equals("https") ? "; Secure" : ""));
    response.header("Location", path);
    response.header("Cache-Control", "no-store");
    response.status(303);
  }
}
