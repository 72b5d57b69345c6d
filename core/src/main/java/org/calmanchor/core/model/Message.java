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
   * A part of a document/literal message.
   *
   * @param name its name
   * @param element the global element that it is
   */
  public record Part(String name, QName element) {}

  /** Creates a message with one part. */
  public static Message of(QName name, String part, QName element) {
    return new Message(name, List.of(new Part(part, element)));
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
