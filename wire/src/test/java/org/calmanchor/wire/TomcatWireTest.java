package org.calmanchor.wire;

import java.net.URI;
import java.nio.file.Path;
import org.apache.catalina.Context;
import org.apache.catalina.Wrapper;
import org.apache.catalina.startup.Tomcat;

/** An embedded servlet container, with a context path. */
final class TomcatWireTest extends WireSuite {
  @Override
  Server start(Path folder) throws Exception {
    Tomcat tomcat = new Tomcat();
    tomcat.setBaseDir(folder.resolve("tomcat").toString());
    tomcat.setPort(0);
    tomcat.getConnector().setProperty("address", "127.0.0.1");
    Context context = tomcat.addContext("/quay", folder.toString());
    Wrapper wrapper = Tomcat.addServlet(context, "signals", Servlets.host(folder).servlet());
    wrapper.setAsyncSupported(true);
    wrapper.setLoadOnStartup(1);
    context.addServletMapping("/*", "signals");
    tomcat.start();
    URI base = URI.create("http://localhost:" + tomcat.getConnector().getLocalPort() + "/quay");
    return new Server(
        base,
        () -> {
          tomcat.stop();
          tomcat.destroy();
        });
  }
}
