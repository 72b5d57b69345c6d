package org.calmanchor.web.proxy;

/** A trusted proxy has sent a header for which its request is refused. */
public final class RefusedForwardingException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final int status;

  private RefusedForwardingException(int status, String sentence) {
    // Whatever a client can make a proxy pass on may cause it often, so it has no stack trace.
    super(sentence, null, false, false);
    this.status = status;
  }

  /** A header cannot be read. */
  static RefusedForwardingException malformed(String header) {
    return new RefusedForwardingException(
        400, "The header " + header + ", which a proxy has sent, cannot be read.");
  }

  /** No authority whose certificates are taken has issued a client's certificate. */
  static RefusedForwardingException untrusted() {
    return new RefusedForwardingException(
        403,
        "The client certificate that a proxy has passed on is not valid here: another authority has"
            + " issued it, it is not for clients, or it is not valid now.");
  }

  /** The HTTP status of the answer. */
  public int status() {
    return status;
  }

  /** What is wrong, for a person. */
  public String sentence() {
    return String.valueOf(getMessage());
  }
}
