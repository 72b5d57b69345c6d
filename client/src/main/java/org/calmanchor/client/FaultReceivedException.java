package org.calmanchor.client;

import java.util.List;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.problem.ReportedProblem;

/** The service answered with a fault that the interface does not declare. */
public final class FaultReceivedException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final Fault.Code code;
  private final String incident;
  private final transient List<ReportedProblem> problems;

  FaultReceivedException(
      Fault.Code code, String reason, String incident, List<ReportedProblem> problems) {
    super(reason);
    this.code = code;
    this.incident = incident;
    this.problems = List.copyOf(problems);
  }

  /** Whose doing it is, as the service says. */
  public Fault.Code code() {
    return code;
  }

  /** The number under which the service's log has more; empty when it named none. */
  public String incident() {
    return incident;
  }

  /** What the service found wrong with the request; empty when it did not say. */
  public List<ReportedProblem> problems() {
    return problems == null ? List.of() : problems;
  }
}
