package org.calmanchor.metrics;

import static org.assertj.core.api.Assertions.assertThat;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import io.micrometer.observation.ObservationRegistry;
import io.micrometer.tracing.Span;
import io.micrometer.tracing.TraceContext;
import io.micrometer.tracing.handler.PropagatingReceiverTracingObservationHandler;
import io.micrometer.tracing.propagation.Propagator;
import io.micrometer.tracing.test.simple.SimpleSpan;
import io.micrometer.tracing.test.simple.SimpleTracer;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.client.TypedClient;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;

/** What operators and their tools see of calls. */
final class MetricsTest {
  private static final String TRACE = "4bf92f3577b34da6a3ce929d0e0e4736";

  /** The keeper of a light, by the name on the wire. */
  @PortType(namespace = "urn:lanternquay:light")
  public interface Keeper {
    /** Says what it is told. */
    @Operation
    String blink(@Element(name = "kind") String kind);
  }

  /** A light that asks the next one. */
  public static final class Light implements Keeper {
    private final List<String> seen = new ArrayList<>();
    private final AtomicBoolean isOver = new AtomicBoolean();
    private URI next = URI.create("http://localhost");

    @Override
    public String blink(String kind) {
      CallContext call = CallContext.current();
      synchronized (seen) {
        seen.add(call.transportHeader("traceparent").orElse("none"));
        seen.add(call.trace().toString());
      }
      return switch (kind) {
        case "wet" -> throw new IllegalStateException("the lamp is wet");
        case "long" -> await();
        case "far" -> TypedClient.of(Keeper.class, next).proxy().blink("near");
        default -> kind;
      };
    }

    /** Goes on whoever interrupts it. */
    private String await() {
      while (!isOver.get()) {
        Thread.onSpinWait();
      }
      return "over";
    }
  }

  /** Makes every call a span of a trace of its own. */
  private record OfTracer(SimpleTracer tracer) implements Propagator {
    @Override
    public List<String> fields() {
      return List.of();
    }

    @Override
    public <C> void inject(TraceContext context, C carrier, Setter<C> setter) {
      throw new UnsupportedOperationException("nothing is sent here");
    }

    @Override
    public <C> Span.Builder extract(C carrier, Getter<C> getter) {
      return tracer.spanBuilder();
    }
  }

  private static HttpResponse<String> send(RunningHost host, String kind, String... headers)
      throws Exception {
    String message =
        Envelopes.call(
            "urn:lanternquay:light", "blink", kind.isEmpty() ? "" : "<kind>" + kind + "</kind>");
    HttpRequest.Builder request =
        HttpRequest.newBuilder(host.address("/light"))
            .header("Content-Type", "text/xml")
            .POST(BodyPublishers.ofString(message));
    if (headers.length > 0) {
      request.headers(headers);
    }
    return HttpClient.newHttpClient().send(request.build(), BodyHandlers.ofString());
  }

  private static HttpResponse<String> get(URI address) {
    return HttpClient.newHttpClient()
        .sendAsync(HttpRequest.newBuilder(address).build(), BodyHandlers.ofString())
        .join();
  }

  @Test
  void thePageHasEveryOutcome() throws Exception {
    SoapHost settings = SoapHost.onPort(0).serve("/light", new Light()).healthPort(0);
    new PrometheusPage().addTo(settings);
    try (RunningHost host = settings.start()) {
      for (String kind : List.of("red", "green", "wet", "")) {
        send(host, kind);
      }
      assertThat(get(host.address("/calm-anchor/metrics")).statusCode())
          .as("only at the port of health")
          .isEqualTo(404);
      URI address = host.healthAddress("ready").resolve("/calm-anchor/metrics");
      String count = "calm_anchor_request_size_bytes_count";
      // Calls are counted some at a time.
      Await.until(
          "all four are counted",
          () -> get(address).body().lines().anyMatch(l -> l.matches(count + ".* 4")));
      HttpResponse<String> page = get(address);
      assertThat(page.headers().firstValue("Content-Type"))
          .hasValueSatisfying(type -> assertThat(type).startsWith("text/plain; version=0.0.4"));
      String calls = "calm_anchor_calls_seconds_";
      String tags = "{operation=\"blink\",outcome=\"%s\",service=\"KeeperService\"";
      assertThat(page.body())
          .contains(calls + "count" + tags.formatted("result") + "} 2")
          .contains(calls + "count" + tags.formatted("failed") + "} 1")
          .contains(calls + "count" + tags.formatted("refused") + "} 1")
          .contains(calls + "bucket" + tags.formatted("result") + ",le=\"0.001\"}")
          .contains("calm_anchor_refused_total{reason=\"message\"} 1.0")
          .contains("calm_anchor_request_size_bytes_count{operation=\"blink\"")
          .contains("calm_anchor_calls_running 0.0", "calm_anchor_calls_stuck 0.0")
          .contains("calm_anchor_limit_refused_total{limit=\"memory-percent\"} 0.0")
          .contains("calm_anchor_memory_held_bytes 0.0", "calm_anchor_memory_limit_bytes ")
          .contains("jvm_memory_used_bytes");
    }
  }

  @Test
  void metersAreOfTheRegistryThatIsGiven() throws Exception {
    SimpleMeterRegistry registry = new SimpleMeterRegistry();
    try (RunningHost host =
        SoapHost.onPort(0).serve("/light", new Light()).observe(CallMeters.in(registry)).start()) {
      send(host, "red");
      // A meter is registered a moment before its first value is added.
      Await.until(
          "the call is counted",
          () -> registry.find(CallMeters.CALLS).timers().stream().anyMatch(t -> t.count() > 0));
      Await.until(
          "its answer is counted",
          () ->
              registry.find("calm.anchor.response.size").summaries().stream()
                  .anyMatch(s -> s.count() > 0));
      assertThat(registry.get(CallMeters.CALLS).tag("outcome", "result").timer().count())
          .isEqualTo(1);
      assertThat(registry.get(CallMeters.CALLS).timer().totalTime(TimeUnit.NANOSECONDS))
          .isPositive();
      assertThat(registry.get("calm.anchor.response.size").summary().max()).isGreaterThan(100);
    }
  }

  @Test
  void callsThatRunAndAreStuckAreCountedByOperation() throws Exception {
    SimpleMeterRegistry registry = new SimpleMeterRegistry();
    Light light = new Light();
    try (RunningHost host =
        SoapHost.onPort(0)
            .serve("/light", light)
            .limit(Limit.CALL_TIME, Duration.ofMillis(300))
            .observe(CallMeters.in(registry))
            .start()) {
      assertThat(send(host, "long").statusCode()).isEqualTo(500);
      Await.until("it is stuck", () -> now(registry, "stuck") == 1);
      assertThat(now(registry, "running")).isEqualTo(1);
      light.isOver.set(true);
      Await.until("it does not run any more", () -> now(registry, "running") == 0);
      assertThat(now(registry, "stuck")).isZero();
    }
  }

  private static double now(SimpleMeterRegistry registry, String what) {
    return registry
        .find("calm.anchor.operation." + what)
        .tags("service", "KeeperService", "operation", "blink")
        .gauges()
        .stream()
        .mapToDouble(Gauge::value)
        .sum();
  }

  @Test
  void callsOfOneTraceFollowEachOther() throws Exception {
    Light far = new Light();
    Light near = new Light();
    try (RunningHost second = SoapHost.onPort(0).serve("/light", near).start();
        RunningHost first = SoapHost.onPort(0).serve("/light", far).start()) {
      far.next = second.address("/light");
      send(first, "far", "traceparent", "00-" + TRACE + "-00f067aa0ba902b7-01");
    }
    assertThat(far.seen.get(1)).startsWith(TRACE + "-").doesNotContain("00f067aa0ba902b7");
    assertThat(near.seen.get(0)).isEqualTo("00-" + far.seen.get(1) + "-01");
    assertThat(near.seen.get(1)).startsWith(TRACE + "-").isNotEqualTo(far.seen.get(1));
  }

  @Test
  void aRecordedSpanIsThePlaceInTheTrace() throws Exception {
    SimpleTracer tracer = new SimpleTracer();
    ObservationRegistry registry = ObservationRegistry.create();
    registry
        .observationConfig()
        .observationHandler(
            new PropagatingReceiverTracingObservationHandler<>(tracer, new OfTracer(tracer)));
    Light light = new Light();
    try (RunningHost host =
        SoapHost.onPort(0).serve("/light", light).intercept(ObservedCalls.in(registry)).start()) {
      send(host, "red");
      send(host, "wet");
    }
    // The host has stopped, so both calls have ended.
    assertThat(tracer.getSpans()).hasSize(2);
    SimpleSpan span = tracer.getSpans().getFirst();
    assertThat(span.getName()).isEqualTo("KeeperService.blink");
    assertThat(span.getTags()).containsEntry("operation", "blink").containsEntry("end", "result");
    assertThat(light.seen.get(1)).endsWith(span.context().spanId());
    assertThat(tracer.getSpans().getLast().getError()).hasMessage("the lamp is wet");
  }
}
