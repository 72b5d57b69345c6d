package org.calmanchor.core.lexical;

import org.jspecify.annotations.Nullable;

/** A text is not a value of its type, or a value cannot be written as its type. */
public final class LexicalException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final @Nullable String expected;

  /** Creates an exception whose message does not repeat the text. */
  public LexicalException(String message) {
    this(message, null);
  }

  private LexicalException(String message, @Nullable String expected) {
    // Raised for any invalid value from outside: a stack trace would only cost time.
    super(message, null, false, false);
    this.expected = expected;
  }

  /**
   * Creates an exception for a value that violates a constraint; {@code expected} is what the
   * constraint requires.
   */
  public static LexicalException constrained(String expected) {
    return new LexicalException("not " + expected, expected);
  }

  /**
   * What the violated constraint requires; null if the text is not in the lexical form of its type.
   */
  public @Nullable String expected() {
    return expected;
  }
}
