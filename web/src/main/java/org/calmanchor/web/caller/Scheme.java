package org.calmanchor.web.caller;

/** Schemes of the {@code Authorization} header (RFC 9110, section 11.4). */
final class Scheme {
  private Scheme() {}

  /** Whether a header has this scheme, in any case. */
  static boolean is(String scheme, String header) {
    int end = scheme.length();
    return header.regionMatches(true, 0, scheme, 0, end)
        && (header.length() == end || header.charAt(end) == ' ');
  }
}
