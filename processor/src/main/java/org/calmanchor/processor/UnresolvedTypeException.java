package org.calmanchor.processor;

/** Thrown when a type is not known yet: another processor may write it in this round. */
final class UnresolvedTypeException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  UnresolvedTypeException(Object type) {
    super(type + " is not known");
  }
}
