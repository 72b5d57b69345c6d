package org.calmanchor.spring;

import io.micrometer.observation.ObservationRegistry;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.deployment.ConfiguredServices;
import org.calmanchor.metrics.CallMeters;
import org.calmanchor.metrics.ObservedCalls;
import org.calmanchor.servlet.HostedServlet;
import org.calmanchor.servlet.ServletHost;
import org.springframework.beans.factory.ListableBeanFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.autoconfigure.AutoConfiguration;
import org.springframework.boot.autoconfigure.condition.ConditionalOnBean;
import org.springframework.boot.autoconfigure.condition.ConditionalOnClass;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.boot.web.servlet.ServletRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.core.env.ConfigurableEnvironment;

/**
 * Hosts beans whose classes have {@link org.calmanchor.annotations.PortType}, with the properties
 * {@code calm-anchor.*}.
 */
@AutoConfiguration(
    afterName = {
      "org.springframework.boot.autoconfigure.security.servlet.SecurityAutoConfiguration",
      "org.springframework.boot.actuate.autoconfigure.metrics.CompositeMeterRegistryAutoConfiguration",
      "org.springframework.boot.actuate.autoconfigure.tracing.MicrometerTracingAutoConfiguration",
      "org.springframework.boot.actuate.autoconfigure.tracing.BraveAutoConfiguration",
      "org.springframework.boot.actuate.autoconfigure.tracing.OpenTelemetryTracingAutoConfiguration"
    })
@ConditionalOnWebApplication(type = ConditionalOnWebApplication.Type.SERVLET)
public final class CalmAnchorAutoConfiguration {
  private static final String FILTER_CHAIN = "org.springframework.security.web.SecurityFilterChain";

  /** Creates the configuration, for Spring. */
  public CalmAnchorAutoConfiguration() {}

  @Bean
  SpringSettings calmAnchorSettings(ConfigurableEnvironment environment) {
    return SpringSettings.of(environment);
  }

  @Bean
  ServletHost calmAnchorHost(
      SpringSettings settings,
      ListableBeanFactory beans,
      ObjectProvider<ServletHostCustomizer> customizers) {
    ServletHost host = ServletHost.inContainer();
    Configuration configuration = settings.configuration();
    ConfiguredServices configured = ConfiguredServices.of(configuration);
    new ServiceBeans(beans, configuration).addTo(host, configured);
    configured.applyTo(host);
    customizers.orderedStream().forEach(each -> each.customize(host));
    return host;
  }

  @Bean
  ServletRegistrationBean<HostedServlet> calmAnchorServlet(
      ServletHost host, SpringSettings settings) {
    ServletRegistrationBean<HostedServlet> servlet =
        new ServletRegistrationBean<>(host.servlet(), settings.basePath() + "/*");
    servlet.setName("calm-anchor");
    servlet.setLoadOnStartup(1);
    return servlet;
  }

  @Bean
  ServiceAddresses calmAnchorAddresses(
      ServletRegistrationBean<HostedServlet> calmAnchorServlet,
      SpringSettings settings,
      ConfigurableEnvironment environment) {
    return new ServiceAddresses(settings, environment);
  }

  /** Callers come from the filters of Spring Security, if the application has them. */
  @Bean
  @ConditionalOnBean(type = FILTER_CHAIN)
  ServletHostCustomizer calmAnchorCallers() {
    return host -> host.containerCallers();
  }

  /** Whether the services are ready, for the health endpoint. */
  @org.springframework.context.annotation.Configuration(proxyBeanMethods = false)
  @ConditionalOnClass(name = "org.springframework.boot.actuate.health.HealthIndicator")
  static class OfHealth {
    @Bean
    ServicesHealth calmAnchorHealthIndicator(
        ServletRegistrationBean<HostedServlet> calmAnchorServlet) {
      return new ServicesHealth(calmAnchorServlet.getServlet());
    }
  }

  /** The numbers of calls, for the metrics endpoint. */
  @org.springframework.context.annotation.Configuration(proxyBeanMethods = false)
  @ConditionalOnClass(name = "io.micrometer.core.instrument.MeterRegistry")
  @ConditionalOnBean(type = "io.micrometer.core.instrument.MeterRegistry")
  static class OfMetrics {
    @Bean
    ServletHostCustomizer calmAnchorMeters(
        ObjectProvider<io.micrometer.core.instrument.MeterRegistry> registry) {
      return host -> registry.ifAvailable(each -> host.observe(CallMeters.in(each)));
    }
  }

  /** A span for each call, if the application records spans. */
  @org.springframework.context.annotation.Configuration(proxyBeanMethods = false)
  @ConditionalOnClass(name = "io.micrometer.tracing.Tracer")
  @ConditionalOnBean(type = "io.micrometer.tracing.Tracer")
  static class OfSpans {
    @Bean
    ServletHostCustomizer calmAnchorSpans(ObjectProvider<ObservationRegistry> registry) {
      return host -> registry.ifAvailable(each -> host.intercept(ObservedCalls.in(each)));
    }
  }
}
