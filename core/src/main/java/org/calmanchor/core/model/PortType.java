package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;

/**
 * A set of operations (WSDL 1.1, section 2.4).
 *
 * @param name its name
 * @param operations its operations, in the order written
 * @param doc what it does; may be empty
 * @param origin where it was declared
 */
public record PortType(QName name, List<Operation> operations, String doc, Origin origin) {
  /** Copies the operations. */
  public PortType {
    operations = List.copyOf(operations);
  }
}
