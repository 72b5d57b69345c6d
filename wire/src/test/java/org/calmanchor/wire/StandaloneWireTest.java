package org.calmanchor.wire;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/**
 * A WAR that is copied to a container which runs as a program of its own. {@code wire/standalone}
 * starts these tests; the property names the folder of the container.
 */
@EnabledIfSystemProperty(named = StandaloneWireTest.HOME, matches = ".+")
final class StandaloneWireTest extends WireSuite {
  static final String HOME = "calm.anchor.container";

  private static final String CONFIGURATION =
      """
      <Server port="-1">
        <Service name="Catalina">
          <Connector port="%d" address="127.0.0.1" connectionTimeout="20000"/>
          <Engine name="Catalina" defaultHost="localhost">
            <Host name="localhost" appBase="webapps"/>
          </Engine>
        </Service>
      </Server>
      """;

  @Override
  Server start(Path folder) throws Exception {
    Path home = Path.of(System.getProperty(HOME));
    Path base = folder.resolve("container");
    for (String each : new String[] {"conf", "webapps", "logs", "temp"}) {
      Files.createDirectories(base.resolve(each));
    }
    int port = freePort();
    Files.writeString(base.resolve("conf/server.xml"), CONFIGURATION.formatted(port));
    Files.copy(Bundles.war(folder), base.resolve("webapps/signals.war"));
    ProcessBuilder start =
        new ProcessBuilder(home.resolve("bin/catalina.sh").toString(), "run")
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("container.log").toFile());
    start.environment().put("CATALINA_HOME", home.toString());
    start.environment().put("CATALINA_BASE", base.toString());
    start.environment().put("JAVA_HOME", System.getProperty("java.home"));
    Process process = start.start();
    URI address = URI.create("http://localhost:" + port + "/signals");
    Await.until("the container is ready", () -> isReady(address));
    return new Server(
        address,
        () -> {
          process.destroy();
          process.waitFor();
        });
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static boolean isReady(URI address) {
    try {
      URI ready = URI.create(address + "/health/ready");
      return ((HttpURLConnection) ready.toURL().openConnection()).getResponseCode() == 200;
    } catch (IOException notYet) {
      return false;
    }
  }
}
