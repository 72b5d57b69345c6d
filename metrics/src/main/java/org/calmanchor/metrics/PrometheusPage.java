package org.calmanchor.metrics;

import io.micrometer.core.instrument.binder.jvm.JvmMemoryMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmThreadMetrics;
import io.micrometer.core.instrument.binder.system.ProcessorMetrics;
import io.micrometer.core.instrument.binder.system.UptimeMetrics;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import java.nio.charset.StandardCharsets;
import org.calmanchor.web.health.OperatorReport;
import org.calmanchor.web.hosting.HostSettings;
import org.calmanchor.web.hosting.MetricsProvider;

/**
 * The numbers of calls, and of the JVM, at {@code /calm-anchor/metrics} in the text form of
 * Prometheus.
 */
public final class PrometheusPage implements MetricsProvider {
  private static final String PATH = "/calm-anchor/metrics";
  private static final String MEDIA_TYPE = "text/plain; version=0.0.4; charset=utf-8";

  /** Creates the provider, which the service loader finds. */
  public PrometheusPage() {}

  @Override
  public void addTo(HostSettings<?> host) {
    PrometheusMeterRegistry registry = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);
    new JvmMemoryMetrics().bindTo(registry);
    new JvmThreadMetrics().bindTo(registry);
    new ProcessorMetrics().bindTo(registry);
    new UptimeMetrics().bindTo(registry);
    host.observe(CallMeters.in(registry));
    host.report(
        new OperatorReport(
            PATH, MEDIA_TYPE, () -> registry.scrape(MEDIA_TYPE).getBytes(StandardCharsets.UTF_8)));
  }
}
