package org.calmanchor.benchmarks.http;

import jakarta.servlet.Servlet;
import java.nio.file.Files;
import java.nio.file.Path;
import org.apache.catalina.Context;
import org.apache.catalina.Wrapper;
import org.apache.catalina.startup.Tomcat;

/** An embedded servlet container with its default settings. */
final class Containers {
  private Containers() {}

  /** Serves until killed. */
  static void serve(Servlet servlet) throws Exception {
    Path folder = Files.createTempDirectory("container");
    folder.toFile().deleteOnExit();
    Tomcat container = new Tomcat();
    container.setBaseDir(folder.toString());
    container.setPort(0);
    // By default a container closes a connection after 100 requests.
    container.getConnector().setProperty("maxKeepAliveRequests", "-1");
    Context context = container.addContext("", folder.toString());
    Wrapper added = Tomcat.addServlet(context, "calls", servlet);
    added.setAsyncSupported(true);
    added.setLoadOnStartup(1);
    context.addServletMapping("/*", "calls");
    container.start();
    System.out.println(container.getConnector().getLocalPort());
    container.getServer().await();
  }
}
