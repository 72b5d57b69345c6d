package org.calmanchor.web.hosting;

import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.CallOutcome;
import org.calmanchor.core.observe.CallRecord;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Writes a sentence about each call to the log, or about those that do not end with a result. */
final class CallLog implements CallObserver {
  private static final Logger LOG = LoggerFactory.getLogger("org.calmanchor.calls");

  private final boolean isOfAll;

  CallLog(boolean isOfAll) {
    this.isOfAll = isOfAll;
  }

  @Override
  public void ended(CallRecord call) {
    if (isOfAll || call.outcome() != CallOutcome.RESULT) {
      LOG.info(
          "{} from {}{}: {} after {} ms{}",
          Loggable.text(
              call.operation().isEmpty()
                  ? "a message to " + call.path()
                  : call.service() + "." + call.operation()),
          Loggable.text(call.remoteAddress()),
          Loggable.text(call.caller().isEmpty() ? "" : " by " + call.caller()),
          Loggable.text(call.outcome().toString()),
          call.took().toMillis(),
          Loggable.sentence(reason(call)));
    }
  }

  private static String reason(CallRecord call) {
    return (call.incident().isEmpty() ? "" : ", incident " + call.incident())
        + (call.reason().isEmpty() ? "" : ", " + call.reason());
  }
}
