package org.calmanchor.core.xml;

/** A received message does not match the contract; the sender made a mistake. */
public final class InvalidMessageException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient InputProblem problem;

  /** One for {@code problem}. */
  public InvalidMessageException(InputProblem problem) {
    // Anybody can cause these at will: no stack trace.
    super(problem.sentence(), null, false, false);
    this.problem = problem;
  }

  /** What is wrong. */
  public InputProblem problem() {
    return problem;
  }

  /** The same mistake where line and column say nothing, since the text was written anew. */
  public InvalidMessageException withoutLocation() {
    return new InvalidMessageException(
        new InputProblem(
            problem.path(), problem.code(), problem.expected(), problem.found(), 0, 0));
  }

  /** The same mistake, seen from one level further out. */
  public InvalidMessageException within(String step) {
    return new InvalidMessageException(problem.within(step));
  }

  /** The same mistake, known to be in a header block. */
  public InvalidMessageException inHeader() {
    return new InvalidMessageException(problem.inHeader());
  }
}
