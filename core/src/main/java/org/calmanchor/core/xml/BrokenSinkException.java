package org.calmanchor.core.xml;

import java.io.IOException;

/** What a message was written to takes no more of it; its reader has gone. */
public final class BrokenSinkException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** One for {@code cause}. */
  public BrokenSinkException(IOException cause) {
    super(cause);
  }
}
