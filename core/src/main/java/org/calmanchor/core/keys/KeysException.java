package org.calmanchor.core.keys;

/** A key or a certificate that cannot be used; its message says which, why, and what to do. */
public final class KeysException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** A sentence for people. */
  public KeysException(String sentence) {
    super(sentence);
  }

  /** A sentence for people, and what caused it. */
  public KeysException(String sentence, Throwable cause) {
    super(sentence, cause);
  }

  /** The sentence. */
  public String sentence() {
    return String.valueOf(getMessage());
  }
}
