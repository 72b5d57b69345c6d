package org.calmanchor.host;

import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.TimeoutException;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.eclipse.jetty.http2.server.HTTP2CServerConnectionFactory;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.server.ConnectionFactory;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.NetworkConnectionLimit;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.VirtualThreads;
import org.eclipse.jetty.util.thread.QueuedThreadPool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The embedded server around a site. */
final class JettyServer {
  private static final Logger LOG = LoggerFactory.getLogger(JettyServer.class);
  private static final Duration DRAIN = Duration.ofSeconds(10);

  /** How long a connection is quiet before it is closed when the host stops. */
  private static final int QUIET_MILLIS = 50;

  /** Threads in addition to those for calls: for pages, documents and "busy" answers. */
  private static final int SPARE_THREADS = 56;

  /** Connections that wait to be accepted; the operating system's limit may be lower. */
  private static final int ACCEPT_QUEUE = 1_024;

  private final Server server;
  private final ServerConnector connector;

  JettyServer(ListenAddress address, SiteHandler handler, Limits limits, ExemptAddresses unshared) {
    QueuedThreadPool threads =
        new QueuedThreadPool((int) limits.value(Limit.CALLS) + SPARE_THREADS, 8);
    threads.setName("calm-anchor");
    if (VirtualThreads.areSupported()) {
      threads.setVirtualThreadsExecutor(VirtualThreads.getDefaultVirtualThreadsExecutor());
    }
    server = new Server(threads);
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    http.setSendXPoweredBy(false);
    http.setRequestHeaderSize((int) limits.value(Limit.HEADER_BYTES));
    HTTP2CServerConnectionFactory http2 = new HTTP2CServerConnectionFactory(http);
    http2.setMaxConcurrentStreams((int) limits.value(Limit.STREAMS));
    AddressConnections byAddress =
        new AddressConnections((int) limits.value(Limit.CONNECTIONS_PER_ADDRESS), unshared);
    connector = new Connector(server, byAddress, new HttpConnectionFactory(http), http2);
    server.addBean(new NetworkConnectionLimit((int) limits.value(Limit.CONNECTIONS), connector));
    // If the queue is full, a client waits one second before it tries again.
    connector.setAcceptQueueSize(ACCEPT_QUEUE);
    connector.setHost(address.address().getHostAddress());
    connector.setPort(address.port());
    // When the host stops: connections without a call need not be waited for.
    connector.setShutdownIdleTimeout(QUIET_MILLIS);
    connector.setIdleTimeout(limits.time(Limit.IDLE_TIME).toMillis());
    server.addConnector(connector);
    server.setHandler(handler);
    server.setErrorHandler(new PlainErrors());
    server.setStopTimeout(DRAIN.toMillis());
  }

  /** Reports each connection when it is opened and when it is closed, once each. */
  private static final class Connector extends ServerConnector {
    private final AddressConnections byAddress;

    Connector(Server server, AddressConnections byAddress, ConnectionFactory... protocols) {
      // One acceptor and one selector start fast and are enough for a few cores.
      super(server, 1, 1, protocols);
      this.byAddress = byAddress;
    }

    @Override
    protected void onEndPointOpened(EndPoint connection) {
      super.onEndPointOpened(connection);
      byAddress.opened(connection);
    }

    @Override
    protected void onEndPointClosed(EndPoint connection) {
      super.onEndPointClosed(connection);
      byAddress.closed(connection);
    }
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
    } catch (TimeoutException drained) {
      LOG.warn(
          "calls that still ran after {} s were broken off when the host stopped",
          DRAIN.toSeconds());
    } catch (Exception failed) {
      throw new IllegalStateException("The host could not stop.", failed);
    }
  }
}
