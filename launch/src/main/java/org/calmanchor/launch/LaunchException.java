package org.calmanchor.launch;

/** A service cannot be hosted. The message says which, why, and what to do. */
public final class LaunchException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  LaunchException(String message) {
    super(message);
  }
}
