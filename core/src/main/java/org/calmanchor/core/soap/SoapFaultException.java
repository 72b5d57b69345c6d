package org.calmanchor.core.soap;

/** Reading a message failed with a fault that SOAP defines. */
public final class SoapFaultException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient SoapFault fault;

  /** Creates an exception with {@code fault}. */
  public SoapFaultException(SoapFault fault) {
    // Any client can cause this exception often, so it has no stack trace.
    super(fault.reason(), null, false, false);
    this.fault = fault;
  }

  /** The fault to send. */
  public SoapFault fault() {
    return fault;
  }
}
