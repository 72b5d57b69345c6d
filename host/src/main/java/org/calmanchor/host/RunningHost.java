package org.calmanchor.host;

import java.net.InetAddress;
import java.net.URI;
import java.util.List;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.EndpointSettings;
import org.calmanchor.core.endpoint.RunningCalls;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.HostedService;
import org.calmanchor.web.event.ServedExchange;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A running host. Closing it lets running calls end, for a while, and frees the port. It is also
 * closed when the program ends.
 */
public final class RunningHost implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(RunningHost.class);

  private final JettyServer server;
  private final SiteHandler handler;
  private final InetAddress address;
  private final int port;
  private final EndpointSettings serving;
  private final @Nullable CallerVerification verification;
  private final boolean isTls;
  private final Thread atExit;

  RunningHost(
      JettyServer server,
      SiteHandler handler,
      InetAddress address,
      boolean isTls,
      EndpointSettings serving,
      @Nullable CallerVerification verification) {
    this.verification = verification;
    this.isTls = isTls;
    this.handler = handler;
    this.serving = serving;
    this.server = server;
    this.port = server.port();
    this.address = address;
    // Running calls must be answered when the process is told to end.
    this.atExit = new Thread(this::stop, "calm-anchor-stop");
    Runtime.getRuntime().addShutdownHook(atExit);
  }

  /** The port that it listens on. */
  public int port() {
    return port;
  }

  /** The URL of {@code path} for a browser on this machine. */
  public URI address(String path) {
    return URI.create((isTls ? "https://" : "http://") + hostName() + ":" + port + path);
  }

  private String hostName() {
    if (address.isLoopbackAddress() || address.isAnyLocalAddress()) {
      return "localhost";
    }
    String host = address.getHostAddress();
    return host.contains(":") ? "[" + host + "]" : host;
  }

  /**
   * Waits until the host is closed.
   *
   * @throws InterruptedException when this thread is interrupted meanwhile
   */
  public void awaitClose() throws InterruptedException {
    server.join();
  }

  /** The calls that are running. */
  public RunningCalls calls() {
    return serving.calls();
  }

  /**
   * The exchanges that have ended, the oldest first; none unless the host records them ({@link
   * SoapHost#recordExchanges}). Waits a second at most for calls whose answers are being sent.
   *
   * @throws InterruptedException when this thread is interrupted meanwhile
   */
  public List<ServedExchange> exchanges() throws InterruptedException {
    return handler.site().exchanges();
  }

  /** The number of complete answers that wait for their readers. */
  int unsentCount() {
    return handler.unsentCount();
  }

  /**
   * Switches operations off: their callers get a fault that says so, and the index and the
   * service's page show it. Running calls end normally; the WSDL does not change.
   *
   * @param operations names of operations; no name means all at that path
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public synchronized void switchOff(String path, String... operations) {
    handler.site(handler.site().switchingOff(path, Switches.off(hosted(path), operations)));
  }

  /**
   * Switches operations on again.
   *
   * @param operations names of operations; no name means all at that path
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public synchronized void switchOn(String path, String... operations) {
    handler.site(handler.site().switchingOff(path, Switches.on(hosted(path), operations)));
  }

  /** The settings that services on this host have. */
  EndpointSettings serving() {
    return serving;
  }

  /** Serves these from now on; the text says what has changed. */
  synchronized void reload(List<HostedService> services, String changes) {
    handler.site(handler.site().reloaded(services, changes));
  }

  /**
   * Shows on open test pages why services could not be replaced. The former ones go on.
   *
   * @throws IllegalStateException when the host was started without {@link SoapHost#reloads}
   */
  public synchronized void reloadFailed(String problems) {
    handler.site(handler.site().reloadFailed(problems));
  }

  private Endpoint hosted(String path) {
    return handler.site().hosted(path).endpoint();
  }

  @Override
  public void close() {
    stop();
    try {
      Runtime.getRuntime().removeShutdownHook(atExit);
    } catch (IllegalStateException isEnding) {
      LOG.debug("the program ends, and closes its host as well", Loggable.failure(isEnding));
    }
  }

  private synchronized void stop() {
    try {
      server.stop();
    } finally {
      serving.calls().close();
      if (verification != null) {
        verification.close();
      }
    }
  }
}
