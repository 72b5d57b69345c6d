package org.calmanchor.core.xml;

import java.nio.charset.StandardCharsets;

/**
 * An element's tags, encoded once.
 *
 * @param open its start without the end, for attributes to follow
 * @param start its start as a whole
 * @param close its end
 */
public record Tag(byte[] open, byte[] start, byte[] close) {
  /** Encodes the tags of an element named {@code name}, prefix included. */
  public static Tag of(String name) {
    return of(name, "");
  }

  /** Encodes the tags of an element with namespace declarations, each after a space. */
  public static Tag of(String name, String declarations) {
    String open = "<" + name + declarations;
    return new Tag(encode(open), encode(open + ">"), encode("</" + name + ">"));
  }

  /** Text as UTF-8. */
  public static byte[] encode(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
