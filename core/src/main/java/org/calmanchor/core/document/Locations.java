package org.calmanchor.core.document;

import java.net.URI;

/** Resolves locations in documents, also inside jar files. */
final class Locations {
  private Locations() {}

  /**
   * The location {@code written} in the document at {@code base}, without a fragment.
   *
   * @throws IllegalArgumentException when it is no location
   */
  static URI resolve(URI base, String written) {
    String text = written.replace(" ", "%20").replace('\\', '/');
    int fragment = text.indexOf('#');
    String location = fragment < 0 ? text : text.substring(0, fragment);
    String whole = base.toString();
    int inside = whole.indexOf("!/");
    if (whole.startsWith("jar:") && inside > 0 && !URI.create(location).isAbsolute()) {
      URI entry = URI.create(whole.substring(inside + 1)).resolve(location).normalize();
      return URI.create(whole.substring(0, inside + 1) + entry);
    }
    return base.resolve(location).normalize();
  }
}
