package org.calmanchor.core.lexical;

import org.jspecify.annotations.Nullable;

/** A text is not a value of its type, or a value cannot be written as its type. */
public final class LexicalException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final @Nullable String expected;

  /** One that says what is wrong, without repeating the text. */
  public LexicalException(String message) {
    this(message, null);
  }

  private LexicalException(String message, @Nullable String expected) {
    // Raised for every bad value from outside: a stack trace would cost and tell nothing.
    super(message, null, false, false);
    this.expected = expected;
  }

  /**
   * One for a value of the type that a constraint refuses; {@code expected} is what it asks for.
   */
  public static LexicalException constrained(String expected) {
    return new LexicalException("not " + expected, expected);
  }

  /** What a constraint asks for, or null when the type's own forms were not kept. */
  public @Nullable String expected() {
    return expected;
  }
}
