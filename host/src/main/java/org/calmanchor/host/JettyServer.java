package org.calmanchor.host;

import java.io.IOException;
import java.net.InetAddress;
import java.time.Duration;
import org.calmanchor.web.Site;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.server.handler.GracefulHandler;
import org.eclipse.jetty.util.thread.QueuedThreadPool;

/** The embedded server around a site. */
final class JettyServer {
  private static final Duration DRAIN = Duration.ofSeconds(10);
  private static final Duration IDLE = Duration.ofSeconds(30);

  private final Server server;
  private final ServerConnector connector;

  JettyServer(InetAddress address, int port, Site site) {
    QueuedThreadPool threads = new QueuedThreadPool(200, 8);
    threads.setName("calm-anchor");
    server = new Server(threads);
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    http.setSendXPoweredBy(false);
    // One acceptor and one selector start fast and are plenty for a machine of few cores.
    connector = new ServerConnector(server, 1, 1, new HttpConnectionFactory(http));
    connector.setHost(address.getHostAddress());
    connector.setPort(port);
    connector.setIdleTimeout(IDLE.toMillis());
    server.addConnector(connector);
    server.setHandler(new GracefulHandler(new SiteHandler(site)));
    server.setErrorHandler(new PlainErrors());
    server.setStopTimeout(DRAIN.toMillis());
  }

  void start() throws IOException {
    try {
      server.start();
    } catch (IOException notBound) {
      stop();
      throw notBound;
    } catch (Exception failed) {
      stop();
      throw new IllegalStateException("The host could not start.", failed);
    }
  }

  int port() {
    return connector.getLocalPort();
  }

  void join() throws InterruptedException {
    server.join();
  }

  void stop() {
    try {
      server.stop();
    } catch (Exception failed) {
      throw new IllegalStateException("The host could not stop.", failed);
    }
  }
}
