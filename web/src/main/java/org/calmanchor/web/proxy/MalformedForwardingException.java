package org.calmanchor.web.proxy;

/** A trusted proxy has sent a header that cannot be read. */
public final class MalformedForwardingException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final String header;

  MalformedForwardingException(String header) {
    // Whatever a client can make a proxy pass on may cause it often, so it has no stack trace.
    super(header, null, false, false);
    this.header = header;
  }

  /** What is wrong, for a person. */
  public String sentence() {
    return "The header " + header + ", which a proxy has sent, cannot be read.";
  }
}
