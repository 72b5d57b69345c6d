package org.calmanchor.checks;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The expected outcome of a call. */
public sealed interface Expected permits Expected.Result, Expected.Fault, Expected.Accepted {
  /** How much of an answer must be as expected. */
  enum Compare {
    /** All of it: what is not named must be absent. */
    ALL,
    /** The members that are named; others may be anything. */
    NAMED
  }

  /** A response with these members; empty for an operation that answers with nothing. */
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

  /** The word that a one-way message arrived. */
  record Accepted() implements Expected {}
}
