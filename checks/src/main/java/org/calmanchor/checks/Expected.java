package org.calmanchor.checks;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The expected outcome of a call. */
public sealed interface Expected
    permits Expected.Result, Expected.Fault, Expected.Refused, Expected.Accepted {
  /** How much of an answer is compared. */
  enum Compare {
    /** Everything: members that are not listed must be absent. */
    ALL,
    /** Only the members that are listed. */
    NAMED
  }

  /** A result with these members; empty for an operation without a result. */
  record Result(Map<String, Object> values, Compare compare) implements Expected {}

  /**
   * A fault.
   *
   * @param name the declared fault's name, or null for one that the contract does not declare
   * @param code its code's name in either version, or null for any
   * @param reason its words, or null for any
   * @param values its detail's members, or null for any
   * @param compare how much of the detail
   */
  record Fault(
      @Nullable String name,
      @Nullable String code,
      @Nullable String reason,
      @Nullable Map<String, Object> values,
      Compare compare)
      implements Expected {}

  /**
   * No SOAP message, but an HTTP status that refuses the call.
   *
   * @param status such as 401 or 403
   */
  record Refused(int status) implements Expected {}

  /** A one-way message that is accepted. */
  record Accepted() implements Expected {}
}
