package org.calmanchor.web.hosting;

import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.endpoint.CallEnd;
import org.calmanchor.core.endpoint.Interceptor;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Writes a line about each call, or about those that do not end with a result. */
final class CallLog implements Interceptor {
  private static final Logger LOG = LoggerFactory.getLogger("org.calmanchor.calls");

  private final boolean isOfAll;

  CallLog(boolean isOfAll) {
    this.isOfAll = isOfAll;
  }

  private record Begun(long nanos) {}

  @Override
  public CompletionStage<CallEnd> around(CallContext call, Inner inner) {
    call.attribute(Begun.class, new Begun(System.nanoTime()));
    return inner.proceed();
  }

  @Override
  public void ended(CallContext call, CallEnd end) {
    if (isOfAll || !end.isResult()) {
      // Names on the wire, of operations that there are.
      String what =
          call.operation().isEmpty() ? "a message" : call.service() + "." + call.operation();
      LOG.info(
          "{} from {}{}: {} after {} ms{}",
          Loggable.text(what),
          Loggable.text(call.remoteAddress()),
          Loggable.text(call.caller().map(caller -> " by " + caller.name()).orElse("")),
          Loggable.text(words(end)),
          millis(call),
          Loggable.sentence(reason(end)));
    }
  }

  private static String words(CallEnd end) {
    return switch (end.ending()) {
      case RESULT -> "result";
      case FAULT -> "fault";
      case BROKEN_OFF -> "broken off";
    };
  }

  private static long millis(CallContext call) {
    return call.attribute(Begun.class)
        .map(begun -> TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - begun.nanos()))
        .orElse(0L);
  }

  private static String reason(CallEnd end) {
    Throwable cause = end.cause();
    return cause == null || cause.getMessage() == null ? "" : ", " + cause.getMessage();
  }
}
