package org.calmanchor.core.xml;

import java.io.IOException;

/** The receiver of a message has gone. */
public final class BrokenSinkException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** Creates an exception with {@code cause}. */
  public BrokenSinkException(IOException cause) {
    super(cause);
  }
}
