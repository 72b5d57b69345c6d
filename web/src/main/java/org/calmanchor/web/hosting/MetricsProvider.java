package org.calmanchor.web.hosting;

/**
 * Adds metrics to a host. The service loader finds it, because the library of metrics is optional;
 * {@code calm-anchor-metrics} has one.
 */
public interface MetricsProvider {
  /** Adds them to a host that is not started yet. */
  void addTo(HostSettings<?> host);
}
