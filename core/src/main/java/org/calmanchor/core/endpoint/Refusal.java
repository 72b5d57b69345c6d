package org.calmanchor.core.endpoint;

/**
 * A message that the transport's own rules refuse, before SOAP has a say: answered by a status and
 * a sentence. (A SOAP 1.1 fault would have to travel with status 500: Basic Profile 1.1, R1126.) A
 * request's body may throw it while it is read.
 */
public final class Refusal extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final int status;

  /**
   * One with an HTTP status.
   *
   * @param sentence what is wrong, for a person
   */
  public Refusal(int status, String sentence) {
    // Anybody can cause these at will: no stack trace.
    super(sentence, null, false, false);
    this.status = status;
  }

  static Refusal contentType(String mend) {
    return new Refusal(415, "The content type does not fit the message. " + mend + ".");
  }

  int status() {
    return status;
  }

  String sentence() {
    return String.valueOf(getMessage());
  }
}
