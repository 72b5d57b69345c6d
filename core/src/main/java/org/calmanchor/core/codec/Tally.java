package org.calmanchor.core.codec;

import java.util.Arrays;
import org.calmanchor.core.codec.InputProblem.Code;
import org.codehaus.stax2.XMLStreamReader2;

/** Counts the elements of a message, and holds each to the bounds. Not safe for several threads. */
final class Tally {
  private final Bounds bounds;
  private int[] children = new int[16];
  private int depth;
  private int strangers;

  Tally(Bounds bounds) {
    this.bounds = bounds;
  }

  /**
   * Takes in the element at whose start {@code reader} stands.
   *
   * @throws InvalidMessageException when it, or something of it, is beyond a bound
   */
  void enter(XMLStreamReader2 reader, String name, int attributes, XmlIn in) {
    if (depth == bounds.depth()) {
      throw tooMuch(in, bounds.depth() + " levels of elements");
    }
    if (++children[depth] > bounds.children()) {
      throw tooMuch(in, bounds.children() + " elements within one");
    }
    if (++depth == children.length) {
      children = Arrays.copyOf(children, children.length * 2);
    }
    children[depth] = 0;
    requireShort(name, in);
    if (attributes + reader.getNamespaceCount() > bounds.attributes()) {
      throw tooMuch(in, bounds.attributes() + " attributes an element");
    }
    for (int i = 0; i < attributes; i++) {
      requireShort(reader.getAttributeLocalName(i), in);
    }
  }

  private void requireShort(String name, XmlIn in) {
    if (name.length() > bounds.nameLength()) {
      throw tooMuch(in, bounds.nameLength() + " characters a name");
    }
  }

  /** Leaves the current element. */
  void leave() {
    depth--;
  }

  /**
   * Meets an element that no schema describes.
   *
   * @throws InvalidMessageException when they are too many
   */
  void meet(XmlIn in) {
    if (++strangers > bounds.openElements()) {
      throw tooMuch(in, bounds.openElements() + " elements that no schema describes");
    }
  }

  /** How many elements no schema describes. */
  int strangers() {
    return strangers;
  }

  static InvalidMessageException tooMuch(XmlIn in, String most) {
    return in.problem(Code.LIMIT, "at most " + most, "");
  }
}
