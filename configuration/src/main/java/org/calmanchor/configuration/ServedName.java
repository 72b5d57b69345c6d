package org.calmanchor.configuration;

/**
 * A class that is to be served.
 *
 * @param path where it answers; empty for a path of its simple name
 * @param className its full name
 */
public record ServedName(String path, String className) {
  /**
   * Reads {@code path=class} or a class alone.
   *
   * @throws IllegalArgumentException when it is neither
   */
  static ServedName of(String text) {
    int equals = text.indexOf('=');
    ServedName name =
        new ServedName(
            equals < 0 ? "" : text.substring(0, equals).strip(),
            text.substring(equals + 1).strip());
    boolean hasPath = name.path.startsWith("/");
    if (name.className.isEmpty() || hasPath != equals >= 0) {
      throw new IllegalArgumentException(text);
    }
    return name;
  }
}
