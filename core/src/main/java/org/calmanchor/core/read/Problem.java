package org.calmanchor.core.read;

/**
 * Something that keeps a contract from being published. It cannot be made without a place and a
 * mend.
 *
 * @param code what kind of problem
 * @param element the Java element, with the way to it where that helps
 * @param what what is wrong, as a sentence
 * @param mend what to write instead, as a sentence
 */
public record Problem(ProblemCode code, String element, String what, String mend) {
  /** Refuses problems that leave the reader without a way on. */
  public Problem {
    if (element.isBlank() || what.isBlank() || mend.isBlank()) {
      throw new IllegalArgumentException("a problem says where, what and how to mend it");
    }
  }

  /** Two lines: code, place and reason; the mend. */
  @Override
  public String toString() {
    return code + " " + element + ": " + what + "\n  " + mend;
  }
}
