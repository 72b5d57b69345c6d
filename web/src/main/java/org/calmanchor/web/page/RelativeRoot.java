package org.calmanchor.web.page;

/** Where the root of the site is, seen from one of its pages. */
final class RelativeRoot {
  private RelativeRoot() {}

  /** The root as a relative reference (RFC 3986, section 4.2) from the page at a path. */
  static String from(String path) {
    int folders = path.length() - path.replace("/", "").length() - 1;
    return folders <= 0 ? "." : "../".repeat(folders - 1) + "..";
  }
}
