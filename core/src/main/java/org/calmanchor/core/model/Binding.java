package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;

/**
 * How a port type is carried by SOAP over HTTP, document/literal (WSDL 1.1, sections 2.5 and 3).
 *
 * @param name its name
 * @param portType the port type
 * @param version the SOAP version
 * @param operations its operations, in the order written
 */
public record Binding(
    QName name, QName portType, SoapVersion version, List<BoundOperation> operations) {
  /** Copies the operations. */
  public Binding {
    operations = List.copyOf(operations);
  }

  /**
   * An operation in a binding.
   *
   * @param name the operation's name
   * @param soapAction the SOAPAction of its request; may be empty
   * @param inputHeaders the header blocks that a request must carry
   * @param outputHeaders the header blocks that a response carries
   */
  public record BoundOperation(
      String name, String soapAction, List<HeaderUse> inputHeaders, List<HeaderUse> outputHeaders) {
    /** Copies the headers. */
    public BoundOperation {
      inputHeaders = List.copyOf(inputHeaders);
      outputHeaders = List.copyOf(outputHeaders);
    }
  }

  /** A part of a message, carried as a header block. */
  public record HeaderUse(QName message, String part) {}
}
