package org.calmanchor.spring;

import java.net.URI;
import org.springframework.core.env.Environment;

/** Where the services of a running application answer on this machine, for tests and start-up. */
public final class ServiceAddresses {
  private final SpringSettings settings;
  private final Environment environment;

  ServiceAddresses(SpringSettings settings, Environment environment) {
    this.settings = settings;
    this.environment = environment;
  }

  /**
   * The address of a path of a service, such as {@code /berths}; {@code /} is the index.
   *
   * @throws IllegalStateException when the server of the application has not started yet
   */
  public URI of(String path) {
    String port = environment.getProperty("local.server.port");
    if (port == null) {
      throw new IllegalStateException("the server of the application has not started yet");
    }
    boolean isTls =
        environment.getProperty("server.ssl.bundle") != null
            || environment.getProperty("server.ssl.key-store") != null
            || environment.getProperty("server.ssl.certificate") != null;
    return URI.create(
        (isTls ? "https" : "http")
            + "://localhost:"
            + port
            + environment.getProperty("server.servlet.context-path", "")
            + settings.basePath()
            + path);
  }
}
