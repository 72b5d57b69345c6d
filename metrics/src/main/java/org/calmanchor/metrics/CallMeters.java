package org.calmanchor.metrics;

import io.micrometer.core.instrument.Counter;
import io.micrometer.core.instrument.DistributionSummary;
import io.micrometer.core.instrument.FunctionCounter;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.function.ToIntFunction;
import java.util.stream.LongStream;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.LimitCounts;
import org.calmanchor.core.observe.CallCounts;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.CallOutcome;
import org.calmanchor.core.observe.CallRecord;
import org.calmanchor.core.observe.ServedOperation;
import org.jspecify.annotations.Nullable;

/**
 * The numbers of calls in a registry of Micrometer. Only names of contracts become tags, so that no
 * sender can make new ones.
 *
 * <ul>
 *   <li>{@code calm.anchor.calls}: a timer with a histogram, by service, operation and outcome
 *   <li>{@code calm.anchor.request.size} and {@code calm.anchor.response.size}: bytes, by service
 *       and operation
 *   <li>{@code calm.anchor.refused}: a counter, by reason
 *   <li>{@code calm.anchor.limit.refused}: a counter, by the name of the limit
 *   <li>{@code calm.anchor.memory.held} and {@code calm.anchor.memory.limit}: bytes, just now
 *   <li>{@code calm.anchor.calls.running} and {@code calm.anchor.calls.stuck}: just now
 *   <li>{@code calm.anchor.operation.running} and {@code calm.anchor.operation.stuck}: the same by
 *       service and operation
 * </ul>
 */
public final class CallMeters implements CallObserver {
  /** The name of the timer. */
  public static final String CALLS = "calm.anchor.calls";

  private static final String REFUSED = "calm.anchor.refused";
  private static final String STUCK = "Calls whose code goes on although it was interrupted";
  private static final Duration[] BUCKETS =
      LongStream.of(1, 2, 5, 10, 20, 50, 100, 200, 500, 1_000, 2_000, 5_000, 10_000, 30_000)
          .mapToObj(Duration::ofMillis)
          .toArray(Duration[]::new);

  private final MeterRegistry registry;

  /** The meters of calls; a call looks them up here only. */
  private final Map<CallKind, CallTimes> known = new ConcurrentHashMap<>();

  private final List<CallCounts> hosts = new CopyOnWriteArrayList<>();

  private record CallKind(String service, String operation, CallOutcome outcome) {
    /** By hand, because it is looked up for each call, and a generated one is slower. */
    @Override
    public boolean equals(@Nullable Object other) {
      return other instanceof CallKind that
          && outcome == that.outcome
          && operation.equals(that.operation)
          && service.equals(that.service);
    }

    @Override
    public int hashCode() {
      return (service.hashCode() * 31 + operation.hashCode()) * 31 + outcome.hashCode();
    }
  }

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
  public void started(CallCounts counts, List<ServedOperation> operations) {
    hosts.add(counts);
    Gauge.builder("calm.anchor.calls.running", counts, CallCounts::count)
        .description("Calls, pages and documents that run now")
        .register(registry);
    Gauge.builder("calm.anchor.calls.stuck", counts, CallCounts::stuckCount)
        .description(STUCK)
        .register(registry);
    Gauge.builder("calm.anchor.memory.held", counts, CallCounts::heldBytes)
        .description("What messages hold now, estimated")
        .baseUnit("bytes")
        .register(registry);
    Gauge.builder("calm.anchor.memory.limit", counts, CallCounts::mostHeldBytes)
        .description("What messages may hold together")
        .baseUnit("bytes")
        .register(registry);
    for (Limit limit : LimitCounts.COUNTED) {
      FunctionCounter.builder("calm.anchor.limit.refused", counts, each -> each.refusedBy(limit))
          .description("Calls, pages and connections that a limit for all calls has refused")
          .tag("limit", limit.title())
          .register(registry);
    }
    for (ServedOperation each : operations) {
      now("running", "Calls that run now", each, host -> host.count(each));
      now("stuck", STUCK, each, host -> host.stuckCount(each));
    }
  }

  @Override
  public boolean isBatched() {
    return true;
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
      meters.timer().record(call.tookNanos(), TimeUnit.NANOSECONDS);
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

  private void now(
      String name, String words, ServedOperation of, ToIntFunction<CallCounts> counting) {
    Gauge.builder(
            "calm.anchor.operation." + name, hosts, all -> all.stream().mapToInt(counting).sum())
        .description(words)
        .tags("service", of.service(), "operation", of.operation())
        .register(registry);
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
