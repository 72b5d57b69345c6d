package org.calmanchor.spring;

import org.calmanchor.servlet.HostedServlet;
import org.springframework.boot.actuate.health.Health;
import org.springframework.boot.actuate.health.HealthIndicator;

/** Tells the health endpoint of an application whether its services are ready. */
final class ServicesHealth implements HealthIndicator {
  private final HostedServlet servlet;

  ServicesHealth(HostedServlet servlet) {
    this.servlet = servlet;
  }

  @Override
  public Health health() {
    String reason = servlet.reasonNotReady();
    return reason == null
        ? Health.up().build()
        : Health.outOfService().withDetail("reason", reason).build();
  }
}
