package org.calmanchor.host;

/** The port is in use. */
public final class PortTakenException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final int port;

  PortTakenException(int port, Throwable cause) {
    super(
        "Port "
            + port
            + " is taken by another program. Stop that one, or choose another port; 0 takes any"
            + " free one.",
        cause);
    this.port = port;
  }

  /** The requested port. */
  public int port() {
    return port;
  }
}
