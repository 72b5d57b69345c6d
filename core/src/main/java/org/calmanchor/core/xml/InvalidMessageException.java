package org.calmanchor.core.xml;

/** A received message does not match the contract; the sender made a mistake. */
public final class InvalidMessageException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient InputProblem problem;

  /** Creates an exception for {@code problem}. */
  public InvalidMessageException(InputProblem problem) {
    // Any client can cause this exception often, so it has no stack trace.
    super(null, null, false, false);
    this.problem = problem;
  }

  /**
   * The problem as a sentence, which is made only here: each step of its path makes a new error.
   */
  @Override
  public String getMessage() {
    return problem.sentence();
  }

  /** What is wrong. */
  public InputProblem problem() {
    return problem;
  }

  /**
   * The same error without line and column, for a text that does not come from the message itself.
   */
  public InvalidMessageException withoutLocation() {
    return new InvalidMessageException(problem.withoutLocation());
  }

  /** The same error, with one more step in front of its path. */
  public InvalidMessageException within(String step) {
    return new InvalidMessageException(problem.within(step));
  }

  /** The same error, marked as one in a header block. */
  public InvalidMessageException inHeader() {
    return new InvalidMessageException(problem.inHeader());
  }
}
