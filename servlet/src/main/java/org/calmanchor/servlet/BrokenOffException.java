package org.calmanchor.servlet;

import java.io.IOException;

/**
 * Tells the container that an answer was broken off, so that it closes the connection. The reason
 * was logged where that was decided.
 */
final class BrokenOffException extends IOException {
  private static final long serialVersionUID = 1L;

  BrokenOffException() {
    super("an answer was broken off; the reason was logged before");
  }

  @Override
  public synchronized Throwable fillInStackTrace() {
    return this;
  }
}
