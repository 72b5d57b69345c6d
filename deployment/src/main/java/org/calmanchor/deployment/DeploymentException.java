package org.calmanchor.deployment;

/** A service cannot be hosted. The message says which, why, and what to do. */
public final class DeploymentException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  DeploymentException(String message) {
    super(message);
  }
}
