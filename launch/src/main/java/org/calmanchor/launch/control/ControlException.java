package org.calmanchor.launch.control;

/** A command for a running host cannot be done. The message says why, and what to do. */
public final class ControlException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** Creates an exception with a sentence for a person. */
  public ControlException(String message) {
    super(message);
  }
}
