package org.calmanchor.core.lexical;

/** A text that is no value of its type, or a value that the type cannot hold. */
public final class LexicalException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** One that says what is wrong, without repeating the text. */
  public LexicalException(String message) {
    // Raised for every bad value from outside: a stack trace would cost and tell nothing.
    super(message, null, false, false);
  }
}
