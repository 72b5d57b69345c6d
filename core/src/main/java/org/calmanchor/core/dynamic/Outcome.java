package org.calmanchor.core.dynamic;

import java.util.List;
import java.util.Map;
import org.calmanchor.core.problem.ReportedProblem;

/** The answer of an operation as maps and lists. */
public sealed interface Outcome
    permits Outcome.Result, Outcome.DeclaredFault, Outcome.OtherFault, Outcome.Unreadable {

  /** A response; its members by name, empty for void. */
  record Result(Map<String, Object> values) implements Outcome {}

  /**
   * A fault that the contract declares.
   *
   * @param name its name in the contract
   * @param code its code's local name
   * @param reason its words
   * @param values its detail's members by name
   */
  record DeclaredFault(String name, String code, String reason, Map<String, Object> values)
      implements Outcome {}

  /**
   * Any other fault.
   *
   * @param code its code's local name
   * @param reason its words
   * @param problems what was wrong with the request, when the service says it
   */
  record OtherFault(String code, String reason, List<ReportedProblem> problems)
      implements Outcome {}

  /**
   * A message that does not conform to the contract.
   *
   * @param reason why
   */
  record Unreadable(String reason) implements Outcome {}
}
