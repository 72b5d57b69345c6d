package org.calmanchor.core.document;

import java.net.URI;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.ProblemCode;

/** Collects what is wrong with documents, and what was passed over in them. Each is kept once. */
public final class DocumentProblems {
  private static final int MOST = 200;

  private final Set<Problem> problems = new LinkedHashSet<>();
  private final Set<Notice> notices = new LinkedHashSet<>();

  /** Creates an empty list. */
  public DocumentProblems() {}

  /** Adds a problem at a node of the document at {@code location}. */
  public void add(ProblemCode code, URI location, XmlNode node, String what, String fix) {
    add(new Problem(code, Place.of(location, node), what, fix));
  }

  /** Adds a problem. */
  public void add(Problem problem) {
    if (problems.size() < MOST) {
      problems.add(problem);
    }
  }

  /** Adds that something was passed over at a node of the document at {@code location}. */
  public void pass(URI location, XmlNode node, String sentence) {
    if (notices.size() < MOST) {
      notices.add(new Notice(Place.of(location, node), sentence));
    }
  }

  /** The place of a node in words: the document's name, line and column. */
  public static String place(URI location, XmlNode node) {
    return Place.of(location, node);
  }

  /** What was passed over, in the order in which it was found. */
  public List<Notice> notices() {
    return List.copyOf(notices);
  }

  /** The problems, in the order in which they were found. */
  public List<Problem> all() {
    return List.copyOf(problems);
  }

  /** Whether there is a problem. */
  public boolean areFound() {
    return !problems.isEmpty();
  }

  /**
   * Does nothing if there is no problem.
   *
   * @throws ContractException with all problems
   */
  public void throwIfAny(URI document) {
    if (!problems.isEmpty()) {
      throw new ContractException(Place.name(document), List.copyOf(problems));
    }
  }
}
