package org.calmanchor.core.problem;

import java.util.List;
import java.util.stream.Collectors;

/** Thrown when Java code has contract problems. It contains all of them, in source order. */
public final class ContractException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient List<Problem> problems;

  public ContractException(String service, List<Problem> problems) {
    super(
        problems.stream()
            .map(Problem::toString)
            .collect(
                Collectors.joining(
                    "\n", service + " has " + counted(problems.size()) + ":\n", "")));
    this.problems = List.copyOf(problems);
  }

  private static String counted(int problems) {
    return problems == 1 ? "a contract problem" : problems + " contract problems";
  }

  /** All problems, at least one. */
  public List<Problem> problems() {
    return problems;
  }
}
