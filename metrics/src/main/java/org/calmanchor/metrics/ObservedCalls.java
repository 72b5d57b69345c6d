package org.calmanchor.metrics;

import io.micrometer.observation.Observation;
import io.micrometer.observation.ObservationRegistry;
import io.micrometer.observation.transport.RequestReplyReceiverContext;
import java.util.Locale;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.endpoint.CallEnd;
import org.calmanchor.core.endpoint.Interceptor;

/**
 * Makes an observation of Micrometer of each call, {@code calm.anchor.call} with service, operation
 * and how it ended. If its registry records spans, the call has one, below that of the caller, and
 * {@link CallContext#trace()} is the place of the span, so that our client passes it on.
 */
public final class ObservedCalls implements Interceptor {
  private static final boolean HAS_SPANS = hasSpans();

  private final ObservationRegistry registry;

  private ObservedCalls(ObservationRegistry registry) {
    this.registry = registry;
  }

  /** Observations in that registry. */
  public static ObservedCalls in(ObservationRegistry registry) {
    return new ObservedCalls(registry);
  }

  private static boolean hasSpans() {
    try {
      Class.forName("io.micrometer.tracing.Tracer", false, ObservedCalls.class.getClassLoader());
      return true;
    } catch (ClassNotFoundException none) {
      return false;
    }
  }

  @Override
  public CompletionStage<CallEnd> around(CallContext call, Inner inner) {
    RequestReplyReceiverContext<CallContext, CallEnd> context =
        new RequestReplyReceiverContext<>(
            (carrier, name) -> carrier.transportHeader(name).orElse(null));
    context.setCarrier(call);
    Observation observation =
        Observation.createNotStarted("calm.anchor.call", () -> context, registry)
            .contextualName(call.service() + "." + call.operation())
            .lowCardinalityKeyValue("service", call.service())
            .lowCardinalityKeyValue("operation", call.operation())
            .start();
    call.attribute(Observation.class, observation);
    if (HAS_SPANS) {
      CallSpan.of(observation).ifPresent(call::trace);
    }
    Observation.Scope scope = observation.openScope();
    try {
      return inner.proceed();
    } finally {
      scope.close();
    }
  }

  @Override
  public void ended(CallContext call, CallEnd end) {
    call.attribute(Observation.class)
        .ifPresent(
            observation -> {
              observation.lowCardinalityKeyValue("end", name(end));
              if (end.cause() != null) {
                observation.error(end.cause());
              }
              observation.stop();
            });
  }

  private static String name(CallEnd end) {
    return end.ending().name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
