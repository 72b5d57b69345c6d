/** Numbers and spans of calls for Micrometer, and a page for Prometheus. */
module org.calmanchor.metrics {
  requires transitive org.calmanchor.web;
  requires transitive micrometer.core;
  requires transitive micrometer.observation;
  requires static micrometer.registry.prometheus;
  requires static micrometer.tracing;
  requires static transitive org.jspecify;

  exports org.calmanchor.metrics;

  provides org.calmanchor.web.hosting.MetricsProvider with
      org.calmanchor.metrics.PrometheusPage;
}
