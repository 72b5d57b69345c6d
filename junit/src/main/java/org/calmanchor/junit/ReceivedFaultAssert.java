package org.calmanchor.junit;

import org.assertj.core.api.AbstractThrowableAssert;
import org.calmanchor.annotations.Fault;
import org.calmanchor.client.FaultReceivedException;
import org.jspecify.annotations.Nullable;

/** Asserts about a fault that the interface does not declare. */
public final class ReceivedFaultAssert
    extends AbstractThrowableAssert<ReceivedFaultAssert, FaultReceivedException> {
  ReceivedFaultAssert(@Nullable FaultReceivedException fault) {
    super(fault, ReceivedFaultAssert.class);
  }

  /** Passes if the service says that the sender, or it itself, is the cause. */
  public ReceivedFaultAssert hasCode(Fault.Code code) {
    isNotNull();
    if (actual.code() != code) {
      failWithMessage("Expected the code %s, but it is %s: %s", code, actual.code(), actual);
    }
    return this;
  }

  /**
   * Passes if the fault reports a problem of the request.
   *
   * @param text what the problem's words contain: its path, or what is wrong
   */
  public ReceivedFaultAssert hasProblemContaining(String text) {
    isNotNull();
    if (actual.problems().stream().noneMatch(problem -> problem.toString().contains(text))) {
      failWithMessage(
          "Expected a problem that contains \"%s\", but found %s", text, actual.problems());
    }
    return this;
  }
}
