package org.calmanchor.core.endpoint;

import org.jspecify.annotations.Nullable;

/**
 * What the watching thread has to do about a call, as {@link CallState} decides.
 *
 * @param kind what is late
 * @param ownership the right to answer, where the watching thread got it; else null
 */
record OverdueAction(Kind kind, @Nullable AnswerOwnership ownership) {
  /** What is late, and so what has to be done. */
  enum Kind {
    /** Nothing is late. */
    IN_TIME,
    /** The message did not arrive in time. */
    MESSAGE,
    /** The message arrives too slowly. */
    SLOW_MESSAGE,
    /** The service's code did not end in time. */
    METHOD,
    /** The answer began, or is complete, but makes no progress. */
    ANSWER,
    /** The code still runs after it was interrupted; it keeps its thread and its slot. */
    STUCK,
    /** No thread worked for the call and no stage completed, so the call was ended. */
    ABANDONED
  }

  static final OverdueAction IN_TIME = new OverdueAction(Kind.IN_TIME, null);
}
