package org.calmanchor.core.running;

/**
 * A message is refused by the rules of HTTP, with a status and a sentence. (A SOAP 1.1 fault would
 * need status 500: Basic Profile 1.1, R1126.) The stream of a request's body may throw it while it
 * is read.
 */
public final class Refusal extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** The status for a message that did not arrive in time. */
  public static final int LATE = 408;

  private final int status;

  /**
   * Creates a refusal with an HTTP status.
   *
   * @param sentence what is wrong, for a person
   */
  public Refusal(int status, String sentence) {
    // Any client can cause this exception often, so it has no stack trace.
    super(sentence, null, false, false);
    this.status = status;
  }

  /** Whether the same message may be sent again later. */
  public boolean isForNow() {
    return status == 503 || status == 429;
  }

  /** The HTTP status. */
  public int status() {
    return status;
  }

  /** What is wrong, as a sentence for a person. */
  public String sentence() {
    return String.valueOf(getMessage());
  }
}
