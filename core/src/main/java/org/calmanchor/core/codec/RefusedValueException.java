package org.calmanchor.core.codec;

/** A data type's own constructor refused the values that came in. */
public final class RefusedValueException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** The data type threw {@code cause}. */
  public RefusedValueException(Throwable cause) {
    super(cause);
  }
}
