package org.calmanchor.core.xml;

import java.util.Arrays;
import org.calmanchor.core.io.HeldMemory;
import org.codehaus.stax2.XMLStreamReader2;

/**
 * Counts the elements and names of a message and checks its limits. Not safe for several threads.
 */
final class MessageLimitsCheck {
  /** What an element holds as a node of a document, with the nodes of its texts. */
  private static final int OPEN_ELEMENT_BYTES = 448;

  private final MessageLimits bounds;
  private final InputLocation location;
  private final HeldMemory memory;
  private int[] children = new int[16];
  private final UnknownNames unknown;
  private int depth;
  private int openElements;

  MessageLimitsCheck(MessageLimits bounds, HeldMemory memory, InputLocation location) {
    this.bounds = bounds;
    this.memory = memory;
    this.location = location;
    this.unknown = new UnknownNames(bounds, location);
  }

  /**
   * Counts the element whose start tag {@code reader} has read.
   *
   * @throws InvalidMessageException when it, or something of it, is beyond a bound
   */
  void enter(XMLStreamReader2 reader, String name, int attributes) {
    if (depth == bounds.depth()) {
      throw location.tooMuch(bounds.depth() + " levels of elements");
    }
    if (++children[depth] > bounds.children()) {
      throw location.tooMuch(bounds.children() + " elements within one");
    }
    if (++depth == children.length) {
      children = Arrays.copyOf(children, children.length * 2);
    }
    children[depth] = 0;
    requireShort(name);
    int namespaces = reader.getNamespaceCount();
    if (attributes + namespaces > bounds.attributes()) {
      throw tooManyAttributes();
    }
    for (int i = 0; i < namespaces; i++) {
      String prefix = reader.getNamespacePrefix(i);
      unknown.prefix(prefix == null ? "" : prefix);
    }
    for (int i = 0; i < attributes; i++) {
      requireShort(reader.getAttributeLocalName(i));
    }
  }

  private void requireShort(String name) {
    if (name.length() > bounds.nameLength()) {
      throw location.tooMuch(bounds.nameLength() + " characters a name");
    }
  }

  /** Ends the current element. */
  void leave() {
    depth--;
  }

  /**
   * Counts an element that no schema describes, and its names.
   *
   * @param name with the prefix that it was written with
   * @throws InvalidMessageException when there are too many
   */
  void open(String name, AttributesIn attributes) {
    if (++openElements > bounds.openElements()) {
      throw location.tooMuch(bounds.openElements() + " elements that no schema describes");
    }
    memory.add(OPEN_ELEMENT_BYTES);
    unknown.add(name);
    attributes(attributes);
  }

  /** Counts the names of attributes that no schema describes. */
  void attributes(AttributesIn attributes) {
    for (int i = 0; i < attributes.count(); i++) {
      unknown.add(attributes.prefixedName(i));
    }
  }

  /** The names so far that no contract contains. */
  UnknownNames unknownNames() {
    return unknown;
  }

  InvalidMessageException tooManyAttributes() {
    return location.tooMuch(bounds.attributes() + " attributes an element");
  }
}
