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

  /** Who caused the fault, as the service says. */
  public Fault.Code code() {
    return code;
  }

  /** The number of the incident in the service's log; empty if the fault names none. */
  public String incident() {
    return incident;
  }

  /** The problems in the request that the fault reports; may be empty. */
  public List<ReportedProblem> problems() {
    return problems == null ? List.of() : problems;
  }
}
