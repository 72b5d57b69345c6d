package org.calmanchor.core.read;

import org.calmanchor.core.introspection.JavaElement;

/** The documentation of what is published: that of the annotation, else that of the source. */
final class Docs {
  private Docs() {}

  /** The documentation that an annotation gives, or else the Javadoc of {@code element}. */
  static String of(String given, JavaElement element) {
    return given.isEmpty() ? element.doc() : given;
  }
}
