package org.calmanchor.core.endpoint;

import org.jspecify.annotations.Nullable;

/**
 * What the watching thread has to do about a call, as {@link CallState} decides.
 *
 * @param kind what is late
 * @param ownership the right to answer, where the watching thread got it; else null
 */
record OverdueAction(Kind kind, @Nullable AnswerOwnership ownership) {
  /** What can be late. */
  enum Kind {
    /** Nothing has to be done. */
    IN_TIME,
    /** The message did not arrive in time. */
    MESSAGE,
    /** The code of the service did not end in time. */
    METHOD,
    /** The answer had begun, or was complete, and does not go on. */
    ANSWER,
    /** The code still runs although it was interrupted; it keeps its thread and its slot. */
    STUCK,
    /** No thread worked for it any more and no stage completed: the call was ended. */
    ABANDONED
  }

  static final OverdueAction IN_TIME = new OverdueAction(Kind.IN_TIME, null);
}
