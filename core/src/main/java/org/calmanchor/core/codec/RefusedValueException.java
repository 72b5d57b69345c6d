package org.calmanchor.core.codec;

/** The constructor or a setter of a data type threw an exception. */
public final class RefusedValueException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** The data type threw {@code cause}. */
  public RefusedValueException(Throwable cause) {
    super(cause);
  }
}
