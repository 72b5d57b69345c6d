package org.calmanchor.metrics;

import io.micrometer.observation.Observation;
import io.micrometer.tracing.Span;
import io.micrometer.tracing.handler.TracingObservationHandler.TracingContext;
import java.util.Optional;
import org.calmanchor.core.trace.TraceContext;

/** The span that a tracer has made of an observation. Needs the library of spans. */
final class CallSpan {
  private static final int TRACE_DIGITS = 32;
  private static final int SPAN_DIGITS = 16;

  private CallSpan() {}

  /** The place of the span in its trace; empty if there is none. */
  static Optional<TraceContext> of(Observation observation) {
    TracingContext traced = observation.getContextView().get(TracingContext.class);
    Span span = traced == null ? null : traced.getSpan();
    if (span == null || span.isNoop()) {
      return Optional.empty();
    }
    String trace = span.context().traceId();
    String id = span.context().spanId();
    boolean isRecorded = Boolean.TRUE.equals(span.context().sampled());
    return Optional.of(
        new TraceContext(
            padded(trace, TRACE_DIGITS), padded(id, SPAN_DIGITS), isRecorded ? 1 : 0, ""));
  }

  /** Some tracers have shorter identifiers. */
  private static String padded(String id, int digits) {
    return "0".repeat(Math.max(0, digits - id.length())) + id;
  }
}
