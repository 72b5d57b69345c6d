package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;

/**
 * A set of ports (WSDL 1.1, section 2.7).
 *
 * @param name its name
 * @param ports its ports, in the order written
 * @param doc what it does; may be empty
 */
public record Service(QName name, List<Port> ports, String doc) {
  /** Copies the ports. */
  public Service {
    ports = List.copyOf(ports);
  }

  /**
   * A binding at an address; the address itself is given when a document is written.
   *
   * @param name its name
   * @param binding the binding's name
   */
  public record Port(String name, QName binding) {}
}
