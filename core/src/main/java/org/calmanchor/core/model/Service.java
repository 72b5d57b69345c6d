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

  /** The service with the ports that have one of these bindings. */
  Service of(List<QName> bindings) {
    return new Service(
        name, ports.stream().filter(port -> bindings.contains(port.binding())).toList(), doc);
  }

  Service at(String address) {
    List<Port> addressed =
        ports.stream().map(port -> new Port(port.name(), port.binding(), address)).toList();
    return new Service(name, addressed, doc);
  }

  /**
   * A binding at an address.
   *
   * @param name its name
   * @param binding the binding's name
   * @param address its URL; empty if it is given only when a document is written
   */
  public record Port(String name, QName binding, String address) {}
}
