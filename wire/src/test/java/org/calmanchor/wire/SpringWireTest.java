package org.calmanchor.wire;

import java.net.URI;
import java.nio.file.Path;
import java.util.Map;
import org.calmanchor.spring.ServiceAddresses;
import org.springframework.boot.autoconfigure.EnableAutoConfiguration;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.logging.LoggingSystem;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.Import;

/** Beans of a Spring Boot application, on its own server. */
final class SpringWireTest extends WireSuite {
  /** The application. */
  @EnableAutoConfiguration
  @Import({SignalMast.class, PilotStation.class})
  static class Application {}

  @Override
  Server start(Path folder) {
    System.setProperty(LoggingSystem.SYSTEM_PROPERTY, LoggingSystem.NONE);
    ConfigurableApplicationContext application =
        new SpringApplicationBuilder(Application.class)
            .properties(
                Map.of(
                    "server.port",
                    "0",
                    "server.servlet.context-path",
                    "/quay",
                    "spring.main.banner-mode",
                    "off",
                    "spring.config.location",
                    folder.resolve("application.yaml").toUri().toString()))
            .run();
    String index = application.getBean(ServiceAddresses.class).of("").toString();
    return new Server(URI.create(index), application);
  }
}
