package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * An operation of a port type (WSDL 1.1, section 2.4).
 *
 * @param name its name
 * @param input the request
 * @param output the response, or null for one-way
 * @param faults the declared faults, in the order written
 * @param doc what it does; may be empty
 * @param origin where it was declared
 */
public record Operation(
    String name,
    MessageUse input,
    @Nullable MessageUse output,
    List<FaultUse> faults,
    String doc,
    Origin origin) {
  /** Copies the faults. */
  public Operation {
    faults = List.copyOf(faults);
  }

  /**
   * A message of an operation, in one direction.
   *
   * @param message the message's name
   * @param action its action URI; may be empty
   */
  public record MessageUse(QName message, String action) {}

  /**
   * A declared fault.
   *
   * @param name its name within the operation
   * @param message the message's name
   * @param action its action URI; may be empty
   */
  public record FaultUse(String name, QName message, String action) {}
}
