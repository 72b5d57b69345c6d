package org.calmanchor.spring;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.util.Locale;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.endpoint.CallEnd;
import org.calmanchor.core.endpoint.Interceptor;

/**
 * Measures how long calls take: the timer {@code calm.anchor.calls} with service, operation and how
 * the call ended. A message that reached no operation is not counted, since anybody can send such.
 */
final class MeteredCalls implements Interceptor {
  static final String NAME = "calm.anchor.calls";

  private final MeterRegistry registry;

  MeteredCalls(MeterRegistry registry) {
    this.registry = registry;
  }

  private record Begun(Timer.Sample sample) {}

  @Override
  public CompletionStage<CallEnd> around(CallContext call, Inner inner) {
    call.attribute(Begun.class, new Begun(Timer.start(registry)));
    return inner.proceed();
  }

  @Override
  public void ended(CallContext call, CallEnd end) {
    call.attribute(Begun.class)
        .ifPresent(
            begun ->
                begun
                    .sample()
                    .stop(
                        registry.timer(
                            NAME,
                            "service",
                            call.service(),
                            "operation",
                            call.operation(),
                            "end",
                            end.ending().name().toLowerCase(Locale.ROOT))));
  }
}
