package org.calmanchor.wire;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.catalina.startup.Tomcat;

/** A WAR that a container deploys; only the WAR says what is in it. */
final class DeployedWarWireTest extends WireSuite {
  @Override
  Server start(Path folder) throws Exception {
    Tomcat tomcat = new Tomcat();
    tomcat.setBaseDir(folder.resolve("container").toString());
    tomcat.setPort(0);
    tomcat.getConnector().setProperty("address", "127.0.0.1");
    Files.createDirectories(folder.resolve("container/webapps"));
    tomcat.addWebapp("/signals", Bundles.war(folder).toAbsolutePath().toString());
    tomcat.start();
    URI base = URI.create("http://localhost:" + tomcat.getConnector().getLocalPort() + "/signals");
    return new Server(
        base,
        () -> {
          tomcat.stop();
          tomcat.destroy();
        });
  }
}
