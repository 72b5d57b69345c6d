package org.calmanchor.core.document;

import java.net.URI;

/** Locations in words: {@code berths.wsdl:12:3}. */
final class Place {
  private Place() {}

  /** The document's name without its folders, which concern nobody else, and a node's position. */
  static String of(URI location, XmlNode node) {
    return name(location) + ":" + node.line() + ":" + node.column();
  }

  static String name(URI location) {
    String text = location.toString();
    int end = text.indexOf('#');
    String whole = end < 0 ? text : text.substring(0, end);
    String name = whole.substring(whole.lastIndexOf('/') + 1);
    return name.isEmpty() ? whole : name;
  }
}
