package org.calmanchor.core.problem;

/**
 * Something that prevents a contract from being published. It needs a location and a fix.
 *
 * @param code what kind of problem
 * @param element the Java element, with the way to it where that helps; or document:line:column
 * @param what what is wrong, as a sentence
 * @param fix what to write instead, as a sentence
 */
public record Problem(ProblemCode code, String element, String what, String fix) {
  /** Checks that the problem has a location and a fix. */
  public Problem {
    if (element.isBlank() || what.isBlank() || fix.isBlank()) {
      throw new IllegalArgumentException("a problem needs a place, a reason and a fix");
    }
  }

  /** Two lines: code, location and reason; then the fix. */
  @Override
  public String toString() {
    return code + " " + element + ": " + what + "\n  " + fix;
  }
}
