package org.calmanchor.wire;

import java.nio.file.Path;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.deployment.ConfiguredServices;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.servlet.ServletHost;

/** The services under test for servlet containers. */
final class Servlets {
  private Servlets() {}

  /** A host with the configuration in a folder. */
  static ServletHost host(Path folder) {
    Configuration configuration =
        new ConfigurationReader().file(folder.resolve("calm-anchor.yaml")).read();
    ConfiguredServices configured = ConfiguredServices.of(configuration);
    ServletHost host = ServletHost.inContainer();
    configured.applyTo(host);
    ServedClasses.read(
            ServedClasses.wanted(configuration, Servlets.class.getClassLoader()), configured)
        .addTo(host);
    return host;
  }
}
