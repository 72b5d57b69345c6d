package org.calmanchor.metrics;

import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.DistributionSummary;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.LongStream;
import org.calmanchor.core.observe.CallCounts;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.CallOutcome;
import org.calmanchor.core.observe.CallRecord;

/**
 * The numbers of calls in a registry of Micrometer. Only names of contracts become tags, so that no
 * sender can make new ones.
 *
 * <ul>
 *   <li>{@code calm.anchor.calls}: a timer with a histogram, by service, operation and outcome
 *   <li>{@code calm.anchor.request.size} and {@code calm.anchor.response.size}: bytes, by service
 *       and operation
 *   <li>{@code calm.anchor.refused}: a counter, by reason
 *   <li>{@code calm.anchor.calls.running} and {@code calm.anchor.calls.stuck}: just now
 * </ul>
 */
public final class CallMeters implements CallObserver {
  /** The name of the timer. */
  public static final String CALLS = "calm.anchor.calls";

  private static final String REFUSED = "calm.anchor.refused";
  private static final Duration[] BUCKETS =
      LongStream.of(1, 2, 5, 10, 20, 50, 100, 200, 500, 1_000, 2_000, 5_000, 10_000, 30_000)
          .mapToObj(Duration::ofMillis)
          .toArray(Duration[]::new);

  private final MeterRegistry registry;

  /** The meters of calls; a call looks them up here only. */
  private final Map<CallKind, CallTimes> known = new ConcurrentHashMap<>();

  private record CallKind(String service, String operation, CallOutcome outcome) {}

  private record CallTimes(
      Timer timer, DistributionSummary in, DistributionSummary out, Counter again) {}

  private CallMeters(MeterRegistry registry) {
    this.registry = registry;
  }

  /** Meters in that registry. */
  public static CallMeters in(MeterRegistry registry) {
    return new CallMeters(registry);
  }

  @Override
  public void started(CallCounts counts) {
    Gauge.builder("calm.anchor.calls.running", counts, CallCounts::count)
        .description("Calls, pages and documents that run now")
        .register(registry);
    Gauge.builder("calm.anchor.calls.stuck", counts, CallCounts::stuckCount)
        .description("Calls whose code goes on although it was interrupted")
        .register(registry);
  }

  @Override
  public void ended(CallRecord call) {
    if (call.outcome() == CallOutcome.REFUSED) {
      registry.counter(REFUSED, "reason", reason(call.status())).increment();
    }
    if (!call.operation().isEmpty()) {
      CallKind kind = new CallKind(call.service(), call.operation(), call.outcome());
      CallTimes there = known.get(kind);
      CallTimes meters = there == null ? known.computeIfAbsent(kind, this::meters) : there;
      meters.timer().record(call.took());
      meters.in().record((double) call.requestBytes());
      meters.out().record((double) call.responseBytes());
      if (call.age() != null) {
        meters.again().increment();
      }
    }
  }

  private CallTimes meters(CallKind kind) {
    Timer timer =
        Timer.builder(CALLS)
            .description("Calls from their first byte to the last byte of their answers")
            .tags("service", kind.service(), "operation", kind.operation())
            .tag("outcome", kind.outcome().toString())
            .serviceLevelObjectives(BUCKETS)
            .register(registry);
    Counter again =
        Counter.builder("calm.anchor.answers.kept")
            .description("Calls whose answer had been computed for another call")
            .tags("service", kind.service(), "operation", kind.operation())
            .register(registry);
    return new CallTimes(timer, size("request", kind), size("response", kind), again);
  }

  private DistributionSummary size(String message, CallKind kind) {
    return DistributionSummary.builder("calm.anchor." + message + ".size")
        .description("The size of the messages, not compressed")
        .baseUnit("bytes")
        .tags("service", kind.service(), "operation", kind.operation())
        .register(registry);
  }

  /** Why a call was refused, by the status of its answer (RFC 9110, section 15). */
  private static String reason(int status) {
    return switch (status) {
      case 401 -> "credentials";
      case 403 -> "role";
      case 408 -> "slow";
      case 413 -> "size";
      case 415 -> "media-type";
      case 429 -> "share";
      case 503 -> "busy";
      default -> "message";
    };
  }
}
