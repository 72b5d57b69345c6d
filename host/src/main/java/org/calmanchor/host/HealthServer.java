package org.calmanchor.host;

import java.io.IOException;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.health.Health;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.thread.QueuedThreadPool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Says how the host is, at a port of its own, which is open before and after that for calls. */
final class HealthServer implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(HealthServer.class);
  private static final int THREADS = 8;
  private static final long IDLE_MILLIS = 5_000;

  private final Server server;
  private final ServerConnector connector;
  private final ListenAddress address;

  HealthServer(ListenAddress address, Health health) {
    this.address = address;
    QueuedThreadPool threads = ServerThreads.pool(THREADS, 1);
    threads.setName("calm-anchor-health");
    server = new Server(threads);
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    connector = new ServerConnector(server, 1, 1, new HttpConnectionFactory(http));
    connector.setHost(address.address().getHostAddress());
    connector.setPort(address.port());
    connector.setIdleTimeout(IDLE_MILLIS);
    server.addConnector(connector);
    server.setErrorHandler(new PlainErrors());
    server.setHandler(new Answers(health));
  }

  /**
   * Opens the port.
   *
   * @throws RuntimeException when it is taken, or not one of this machine
   */
  void start() {
    try {
      server.start();
    } catch (IOException notBound) {
      close();
      throw address.refused(notBound);
    } catch (Exception failed) {
      close();
      throw new IllegalStateException("The port of health could not be opened.", failed);
    }
  }

  int port() {
    return connector.getLocalPort();
  }

  @Override
  public void close() {
    try {
      server.stop();
    } catch (Exception failed) {
      LOG.error("the port of health could not be closed", Loggable.failure(failed));
    }
  }

  private static final class Answers extends Handler.Abstract {
    private final Health health;
    private final RunningRequests running = new RunningRequests();
    private final UnsentAnswers unsent =
        new UnsentAnswers(Limits.DEFAULT, ExemptAddresses.LOOPBACK);

    Answers(Health health) {
      this.health = health;
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) {
      running.begun(1);
      JettyExchange exchange =
          new JettyExchange(request, response, callback, running, unsent, null);
      if (!health.isAt(exchange.path())) {
        Response.writeError(request, response, exchange, HttpStatus.NOT_FOUND_404);
        return true;
      }
      try {
        health.answer(exchange, exchange, true);
        exchange.end();
      } catch (IOException callerGone) {
        LOG.debug("nobody waits for the answer about health", Loggable.failure(callerGone));
        exchange.abort();
      }
      return true;
    }
  }
}
