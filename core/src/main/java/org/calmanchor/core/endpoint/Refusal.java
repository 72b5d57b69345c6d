package org.calmanchor.core.endpoint;

import org.calmanchor.core.access.CallerSources;

/**
 * A message is refused by the rules of HTTP, with a status and a sentence. (A SOAP 1.1 fault would
 * need status 500: Basic Profile 1.1, R1126.) The stream of a request's body may throw it while it
 * is read.
 */
public final class Refusal extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** The status for a message that did not arrive in time. */
  static final int LATE = 408;

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

  static Refusal contentType(String fix) {
    return new Refusal(415, "The content type does not fit the message. " + fix + ".");
  }

  /**
   * The refusal of a caller that did not say who it is (RFC 9110, sections 15.5.2 and 15.5.4: 401
   * always has a challenge).
   */
  static Refusal needsCaller(String operation, CallerSources callers) {
    return new Refusal(
        callers.challenge().isEmpty() ? 403 : 401,
        "Operation " + operation + " needs a caller: send " + callers.words() + ".");
  }

  /** The refusal of a caller without the role (RFC 9110, section 15.5.4). */
  static Refusal notAllowed(String operation) {
    return new Refusal(
        403, "You may not call operation " + operation + ": it is for other roles than yours.");
  }

  /** Whether the same message may be sent again later. */
  boolean isForNow() {
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
