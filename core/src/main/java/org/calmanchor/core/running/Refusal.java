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

  /**
   * The refusal of a message that did not arrive in time.
   *
   * @param millis the time that it had
   */
  public static Refusal late(long millis) {
    return new Refusal(LATE, "The message did not arrive within " + millis + " ms.");
  }

  /** The refusal of a message that arrives with less than a kibibyte a second. */
  public static Refusal tooSlow() {
    return new Refusal(
        LATE,
        "The message arrives too slowly: less than 1 KiB a second, over "
            + SlowSender.WINDOW.toSeconds()
            + " s.");
  }

  /** The refusal of a message for which there is no memory. */
  public static Refusal noMemory() {
    return new Refusal(503, "The messages of other calls take all memory; try again shortly.");
  }

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
