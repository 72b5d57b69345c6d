package org.calmanchor.processor;

/** Thrown when a class file or index cannot be read, so that a service cannot be checked here. */
final class UnreadableClassException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  UnreadableClassException(String what, Exception cause) {
    super(what + " cannot be read: " + cause.getMessage(), cause);
  }
}
