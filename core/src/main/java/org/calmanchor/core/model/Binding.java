package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * How a port type is carried by SOAP over HTTP, always literal (WSDL 1.1, sections 2.5 and 3).
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

  /** What stands in the body (WSDL 1.1, section 3.5). */
  public enum Style {
    /** The elements that the parts are. */
    DOCUMENT,
    /** An element with the operation's name, with an element for each part. */
    RPC
  }

  /**
   * An operation in a binding.
   *
   * @param name the operation's name
   * @param soapAction the SOAPAction of its request; may be empty
   * @param style what stands in the body
   * @param input the request
   * @param output the response; null for one-way
   */
  public record BoundOperation(
      String name,
      String soapAction,
      Style style,
      BoundMessage input,
      @Nullable BoundMessage output) {}

  /**
   * A message in a binding.
   *
   * @param parts the names of the parts that stand in the body; null if all do
   * @param namespace the namespace of the wrapper element in rpc style; empty for none
   * @param headers the header blocks that the message carries
   */
  public record BoundMessage(
      @Nullable List<String> parts, String namespace, List<HeaderUse> headers) {
    /** Copies the lists. */
    public BoundMessage {
      parts = parts == null ? null : List.copyOf(parts);
      headers = List.copyOf(headers);
    }

    /** A message in document style with all parts in its body. */
    public static BoundMessage document(List<HeaderUse> headers) {
      return new BoundMessage(null, "", headers);
    }
  }

  /**
   * A part of a message, carried as a header block.
   *
   * @param message the message, which may be another one than that of the body
   * @param part the part's name
   * @param faults the header blocks that answer errors of this one (WSDL 1.1, section 3.7)
   */
  public record HeaderUse(QName message, String part, List<HeaderUse> faults) {
    /** Copies the faults. */
    public HeaderUse {
      faults = List.copyOf(faults);
    }

    /** Creates a use without header faults. */
    public HeaderUse(QName message, String part) {
      this(message, part, List.of());
    }
  }
}
