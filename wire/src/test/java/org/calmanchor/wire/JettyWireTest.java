package org.calmanchor.wire;

import java.net.URI;
import java.nio.file.Path;
import org.eclipse.jetty.ee10.servlet.ServletContextHandler;
import org.eclipse.jetty.ee10.servlet.ServletHolder;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.ServerConnector;

/** Another embedded servlet container, with the services below a path of the application. */
final class JettyWireTest extends WireSuite {
  @Override
  Server start(Path folder) throws Exception {
    org.eclipse.jetty.server.Server jetty = new org.eclipse.jetty.server.Server();
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    ServerConnector connector = new ServerConnector(jetty, new HttpConnectionFactory(http));
    connector.setHost("127.0.0.1");
    jetty.addConnector(connector);
    ServletContextHandler context = new ServletContextHandler("/quay");
    ServletHolder holder = new ServletHolder(Servlets.host(folder).servlet());
    holder.setAsyncSupported(true);
    holder.setInitOrder(1);
    context.addServlet(holder, "/soap/*");
    jetty.setHandler(context);
    jetty.start();
    URI base = URI.create("http://localhost:" + connector.getLocalPort() + "/quay/soap");
    return new Server(base, jetty::stop);
  }
}
