package org.calmanchor.core.codec;

import java.util.Arrays;
import org.calmanchor.core.codec.InputProblem.Code;
import org.codehaus.stax2.XMLStreamReader2;

/** Counts the elements of a message, and holds each to the bounds. Not safe for several threads. */
final class BoundsCheck {
  private final Bounds bounds;
  private int[] children = new int[16];
  private final UnknownNames unknown;
  private int depth;
  private int openElements;

  BoundsCheck(Bounds bounds) {
    this.bounds = bounds;
    this.unknown = new UnknownNames(bounds);
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
    int namespaces = reader.getNamespaceCount();
    if (attributes + namespaces > bounds.attributes()) {
      throw tooManyAttributes(in, bounds);
    }
    for (int i = 0; i < namespaces; i++) {
      String prefix = reader.getNamespacePrefix(i);
      unknown.prefix(prefix == null ? "" : prefix, in);
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
   * Counts an element that no schema describes, and its names.
   *
   * @throws InvalidMessageException when there are too many
   */
  void open(XmlIn in) {
    if (++openElements > bounds.openElements()) {
      throw tooMuch(in, bounds.openElements() + " elements that no schema describes");
    }
    unknown.add(in.localName(), in);
    attributes(in);
  }

  /** Counts the names of attributes that no schema describes. */
  void attributes(XmlIn in) {
    for (int i = 0; i < in.attributes().count(); i++) {
      unknown.add(in.attributes().name(i), in);
    }
  }

  /** The names so far that no contract knows. */
  UnknownNames unknownNames() {
    return unknown;
  }

  static InvalidMessageException tooManyAttributes(XmlIn in, Bounds bounds) {
    return tooMuch(in, bounds.attributes() + " attributes an element");
  }

  static InvalidMessageException tooMuch(XmlIn in, String most) {
    return in.problem(Code.LIMIT, "at most " + most, "");
  }
}
