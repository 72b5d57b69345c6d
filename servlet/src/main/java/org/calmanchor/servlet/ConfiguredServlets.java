package org.calmanchor.servlet;

import jakarta.servlet.ServletContext;
import java.util.List;
import java.util.Map;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Setting;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.deployment.BundledConfiguration;
import org.calmanchor.deployment.ConfiguredServices;
import org.calmanchor.deployment.ServedClasses;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The services of an application in a container, as its configuration says. */
final class ConfiguredServlets {
  private static final Logger LOG = LoggerFactory.getLogger(ConfiguredServlets.class);

  private ConfiguredServlets() {}

  /**
   * The services that an application names: by parameters of its servlet, in its bundle, or by the
   * environment.
   *
   * @throws RuntimeException with all problems of the configuration or of the classes
   */
  static ServletHost settings(ServletContext application, Map<String, String> parameters) {
    ClassLoader loader = application.getClassLoader();
    Configuration configuration = BundledConfiguration.inContainer(loader, parameters);
    return settings(configuration, ServedClasses.wanted(configuration, loader));
  }

  /**
   * Services with what a configuration says about them.
   *
   * @throws RuntimeException with all problems of the configuration or of the classes
   */
  static ServletHost settings(Configuration configuration, List<ServedClasses.Wanted> wanted) {
    ConfiguredServices configured = ConfiguredServices.of(configuration);
    for (Setting<?> setting : ConfiguredServices.ofServer(configuration)) {
      LOG.warn(
          "{} ({}) has no effect here: the container decides about it",
          setting,
          Loggable.text(configuration.source(setting).text()));
    }
    ServletHost host = ServletHost.inContainer();
    configured.applyTo(host);
    ServedClasses.read(wanted, configured).addTo(host);
    return host;
  }
}
