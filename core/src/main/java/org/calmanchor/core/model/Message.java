package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;

/**
 * A WSDL message (WSDL 1.1, section 2.3).
 *
 * @param name its name
 * @param parts its parts
 */
public record Message(QName name, List<Part> parts) {
  /** Copies the parts. */
  public Message {
    parts = List.copyOf(parts);
  }

  /**
   * A part of a message.
   *
   * @param name its name
   * @param kind whether it is an element or has a type
   * @param reference the global element, or the type
   * @param origin where it was declared
   */
  public record Part(String name, Kind kind, QName reference, Origin origin) {
    /**
     * The global element that the part is.
     *
     * @throws IllegalStateException when the part has a type instead
     */
    public QName element() {
      if (kind != Kind.ELEMENT) {
        throw new IllegalStateException("part " + name + " has a type, and is no element");
      }
      return reference;
    }
  }

  /** What a part is: the attribute by which it refers to its schema component. */
  public enum Kind {
    /** A global element, as messages in document style have. */
    ELEMENT,
    /** A type, as parameters in rpc style have. */
    TYPE
  }

  /** Creates a message with one part. */
  public static Message of(QName name, String part, QName element) {
    return new Message(name, List.of(new Part(part, Kind.ELEMENT, element, Origin.NONE)));
  }

  /**
   * The part {@code part}.
   *
   * @throws IllegalArgumentException when there is none
   */
  public Part part(String part) {
    return parts.stream()
        .filter(each -> each.name().equals(part))
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException(name + " has no part " + part));
  }

  /** The message's only part. */
  public Part onlyPart() {
    if (parts.size() != 1) {
      throw new IllegalStateException(
          "message " + name + " has " + parts.size() + " parts, not one");
    }
    return parts.get(0);
  }
}
