package org.calmanchor.client;

import java.util.List;
import org.calmanchor.annotations.Fault;

/** The service answered with a fault that the interface does not declare. */
public final class FaultReceivedException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final Fault.Code code;
  private final String incident;
  private final transient List<Problem> problems;

  /**
   * Something in the request that the service refused.
   *
   * @param path the way from the body element to it, or from {@code Header}
   * @param code what kind of mistake
   * @param expected what should stand there
   * @param found what stands there
   */
  public record Problem(String path, String code, String expected, String found) {}

  FaultReceivedException(Fault.Code code, String reason, String incident, List<Problem> problems) {
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
  public List<Problem> problems() {
    return problems == null ? List.of() : problems;
  }
}
