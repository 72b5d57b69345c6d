package org.calmanchor.web;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.ThisMachine;
import org.calmanchor.web.proxy.Addresses;
import org.jspecify.annotations.Nullable;

/**
 * Decides which host names a request may use. Other names could be an attack on a browser (DNS
 * rebinding), or put wrong addresses into documents.
 */
final class HostRule {
  private final SiteSettings settings;
  private volatile @Nullable String lastAllowed;

  HostRule(SiteSettings settings) {
    this.settings = settings;
  }

  boolean allows(HttpRequest request) {
    String authority = request.authority();
    // Clients send the same host names again and again, so the result is cached.
    if (authority != null && authority.equals(lastAllowed)) {
      return true;
    }
    if (request.isProxied()) {
      // Its proxy vouches for the name, but only for its own requests.
      return authority != null;
    }
    String host = ThisMachine.hostOf(authority);
    boolean isAllowed = host != null && (ThisMachine.isName(host) || isOurs(host, request));
    if (isAllowed) {
      lastAllowed = authority;
    }
    return isAllowed;
  }

  private boolean isOurs(String host, HttpRequest request) {
    if (host.indexOf(':') >= 0 && !host.startsWith("[")) {
      // No authority of a URL (RFC 3986, section 3.2.2), although its address may be ours.
      return false;
    }
    URI url = settings.publicUrl();
    String asked = canonical(host);
    return asked.equals(canonical(settings.boundAddress()))
        || asked.equals(canonical(request.localAddress()))
        || (url != null && asked.equals(canonical(url.getHost())));
  }

  /** The URL of this site as the client sees it, without a path. */
  String baseOf(HttpRequest request) {
    URI url = settings.publicUrl();
    if (url != null) {
      return url.toString().replaceAll("/+$", "");
    }
    return request.scheme() + "://" + request.authority() + request.prefix();
  }

  /** Whether a page of this site made the browser send this request. */
  boolean isOwnPage(HttpRequest request) {
    return "same-origin".equals(request.header("Sec-Fetch-Site"));
  }

  /** Whether a page of another site made the browser send this request. */
  boolean isFromElsewhere(HttpRequest request) {
    String site = request.header("Sec-Fetch-Site");
    if (site != null && !site.equals("same-origin") && !site.equals("none")) {
      return true;
    }
    String origin = request.header("Origin");
    if (origin == null) {
      return false;
    }
    return request.authority() == null || !isSameOrigin(origin, baseOf(request));
  }

  /**
   * Whether two URLs have the same origin (RFC 6454, section 4); the default port may be written or
   * not.
   */
  private static boolean isSameOrigin(String origin, String base) {
    try {
      URI one = new URI(origin);
      URI other = new URI(base);
      return one.getHost() != null
          && one.getHost().equalsIgnoreCase(other.getHost())
          && String.valueOf(one.getScheme()).equalsIgnoreCase(other.getScheme())
          && port(one) == port(other);
    } catch (URISyntaxException malformed) {
      return false;
    }
  }

  private static int port(URI uri) {
    if (uri.getPort() >= 0) {
      return uri.getPort();
    }
    return "https".equalsIgnoreCase(uri.getScheme()) ? 443 : 80;
  }

  /** A name or an address in one of the forms in which it can be written; empty for none. */
  private static String canonical(@Nullable String host) {
    String lower = host == null ? "" : host.toLowerCase(Locale.ROOT);
    // Without the zone of a link-local address, which clients do not send.
    String address = lower.replaceAll("[\\[\\]]|%.*", "");
    if (address.indexOf(':') < 0) {
      return lower;
    }
    try {
      return Addresses.number(address);
    } catch (IllegalArgumentException malformed) {
      return lower;
    }
  }
}
