package org.calmanchor.host;

import java.io.IOException;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.host.http2.CleartextHttp2;
import org.calmanchor.host.http2.Http2Drain;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.server.ConnectionFactory;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.NetworkConnectionLimit;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.VirtualThreads;
import org.eclipse.jetty.util.thread.QueuedThreadPool;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The embedded server around a site. */
final class JettyServer {
  private static final Logger LOG = LoggerFactory.getLogger(JettyServer.class);

  /** Threads in addition to those for calls: for pages, documents and "busy" answers. */
  private static final int SPARE_THREADS = 56;

  /** Connections that wait to be accepted; the operating system's limit may be lower. */
  private static final int ACCEPT_QUEUE = 1_024;

  /** How long connections may take to appear that were accepted before the port was closed. */
  private static final Duration SHORT = Duration.ofMillis(100);

  private static final long LOOK_MILLIS = 10;

  private final SiteHandler handler;
  private final Server server;
  private final ServerConnector connector;
  private final AddressConnections connections;
  private final @Nullable Tls tls;
  private final @Nullable TlsConnector encryption;
  private final AtomicBoolean isDraining = new AtomicBoolean();
  private @Nullable FileChanges changes;

  /**
   * Creates a server that does not listen yet.
   *
   * @param tls null for plain HTTP
   */
  JettyServer(
      ListenAddress address,
      @Nullable Tls tls,
      SiteHandler handler,
      Limits limits,
      ExemptAddresses unshared) {
    this.handler = handler;
    this.tls = tls;
    this.encryption = tls == null ? null : new TlsConnector(tls);
    QueuedThreadPool threads =
        ServerThreads.pool((int) limits.value(Limit.CALLS) + SPARE_THREADS, 8);
    threads.setName("calm-anchor");
    if (VirtualThreads.areSupported()) {
      threads.setVirtualThreadsExecutor(VirtualThreads.getDefaultVirtualThreadsExecutor());
    }
    server = new Server(threads);
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    http.setSendXPoweredBy(false);
    http.setRequestHeaderSize((int) limits.value(Limit.HEADER_BYTES));
    connections = new AddressConnections(limits, unshared, handler.hosted().calls().limitCounts());
    connector = new Connector(server, connections, protocols(http, limits));
    server.addBean(new NetworkConnectionLimit((int) limits.value(Limit.CONNECTIONS), connector));
    // If the queue is full, a client waits one second before it tries again.
    connector.setAcceptQueueSize(ACCEPT_QUEUE);
    connector.setHost(address.address().getHostAddress());
    connector.setPort(address.port());
    connector.setIdleTimeout(limits.time(Limit.IDLE_TIME).toMillis());
    server.addConnector(connector);
    server.setHandler(handler);
    server.setErrorHandler(new PlainErrors());
  }

  private List<ConnectionFactory> protocols(HttpConfiguration http, Limits limits) {
    int streams = (int) limits.value(Limit.STREAMS);
    if (encryption != null) {
      return encryption.protocols(http, streams);
    }
    CleartextHttp2 http2 = new CleartextHttp2(http);
    http2.setMaxConcurrentStreams(streams);
    return List.of(new HttpConnectionFactory(http), http2);
  }

  /** Reports each connection when it is opened and when it is closed, once each. */
  private static final class Connector extends ServerConnector {
    private final AddressConnections byAddress;

    Connector(Server server, AddressConnections byAddress, List<ConnectionFactory> protocols) {
      // One acceptor and one selector start fast and are enough for a few cores.
      super(server, 1, 1, protocols.toArray(ConnectionFactory[]::new));
      this.byAddress = byAddress;
    }

    @Override
    protected void onEndPointOpened(EndPoint connection) {
      super.onEndPointOpened(connection);
      byAddress.open(connection, getScheduler());
    }

    @Override
    protected void onEndPointClosed(EndPoint connection) {
      super.onEndPointClosed(connection);
      byAddress.close(connection);
    }
  }

  void start() throws IOException {
    try {
      server.start();
      if (tls != null && encryption != null) {
        changes = new FileChanges(tls.files(), encryption::reload);
      }
    } catch (IOException notBound) {
      stop(Duration.ZERO, Duration.ofMillis(1));
      throw notBound;
    } catch (Exception failed) {
      stop(Duration.ZERO, Duration.ofMillis(1));
      throw new IllegalStateException("The host could not start.", failed);
    }
  }

  int port() {
    return connector.getLocalPort();
  }

  int connectionCount() {
    return connections.count();
  }

  void join() throws InterruptedException {
    server.join();
  }

  /**
   * Begins to let connections of HTTP/2 end, and to count answers that are lost; further calls have
   * no effect. New connections are accepted, and requests are answered.
   */
  void drain(Duration drainTime) {
    if (isDraining.compareAndSet(false, true)) {
      handler.drain(Http2Drain.begin(connector, drainTime));
    }
  }

  /**
   * Stops listening, answers what was read, and closes connections that are quiet.
   *
   * @param most how long that may take
   * @param quiet how long a connection is quiet before it is closed; a message may arrive on it
   * @return false if calls had to be broken off
   */
  boolean stop(Duration most, Duration quiet) {
    if (server.isStarted()) {
      drain(Duration.ZERO);
    }
    connector.setShutdownIdleTimeout(quiet.toMillis());
    boolean areAnswered = areAnswered(most, quiet);
    try {
      if (changes != null) {
        changes.close();
      }
      server.stop();
    } catch (Exception failed) {
      throw new IllegalStateException("The host could not stop.", failed);
    }
    return areAnswered;
  }

  /** Waits while the server still handles requests, which it does not once it is told to stop. */
  private boolean areAnswered(Duration most, Duration quiet) {
    if (!server.isStarted()) {
      return true;
    }
    long end = System.nanoTime() + most.toNanos();
    try {
      askToClose(quiet);
      // Not all that the server would shut down: it would tell each connection of HTTP/2 to go away
      // at once.
      CompletableFuture.allOf(connector.shutdown(), handler.shutdown())
          .get(Math.max(0, end - System.nanoTime()), TimeUnit.NANOSECONDS);
      awaitLateConnections(end, quiet);
    } catch (TimeoutException late) {
      LOG.debug("connections were still open when the host stopped");
    } catch (InterruptedException hurried) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException failed) {
      LOG.error("the host could not wait for its calls", Loggable.failure(failed));
    }
    if (!handler.isIdle()) {
      LOG.warn(
          "calls that still ran after {} s were broken off when the host stopped",
          most.toSeconds());
    }
    return handler.isIdle();
  }

  /**
   * Lets clients close the connections that they use. The server closes connections after the
   * answers that it sends once it is shut down; a client that was not asked before could use one
   * again at that moment, and its request would be read, but not be answered.
   */
  private void askToClose(Duration quiet) throws InterruptedException {
    handler.stopping();
    if (quiet.compareTo(SHORT) > 0) {
      TimeUnit.NANOSECONDS.sleep(quiet.toNanos());
    }
  }

  /**
   * A connection that was accepted just before the port was closed may appear after the server has
   * counted its connections.
   */
  private void awaitLateConnections(long end, Duration quiet) throws InterruptedException {
    long looks = Math.min(quiet.toMillis(), SHORT.toMillis()) / LOOK_MILLIS;
    int calm = 0;
    while (calm < looks && System.nanoTime() < end) {
      TimeUnit.MILLISECONDS.sleep(LOOK_MILLIS);
      Collection<EndPoint> late = connector.getConnectedEndPoints();
      late.forEach(each -> each.setIdleTimeout(quiet.toMillis()));
      calm = late.isEmpty() && handler.isIdle() ? calm + 1 : 0;
    }
  }
}
