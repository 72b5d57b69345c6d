package org.calmanchor.host;

import java.net.InetAddress;
import java.net.URI;
import org.calmanchor.core.endpoint.RunningCalls;

/** A host that listens. Closing it lets running calls end, for a while, and frees the port. */
public final class RunningHost implements AutoCloseable {
  private final JettyServer server;
  private final InetAddress address;
  private final int port;
  private final RunningCalls calls;

  RunningHost(JettyServer server, InetAddress address, RunningCalls calls) {
    this.calls = calls;
    this.server = server;
    this.port = server.port();
    this.address = address;
  }

  /** The port that it listens on. */
  public int port() {
    return port;
  }

  /** Its own address as a browser on this machine reaches it, with a path below it. */
  public URI address(String path) {
    return URI.create("http://" + hostName() + ":" + port + path);
  }

  private String hostName() {
    if (address.isLoopbackAddress() || address.isAnyLocalAddress()) {
      return "localhost";
    }
    String host = address.getHostAddress();
    return host.contains(":") ? "[" + host + "]" : host;
  }

  /**
   * Waits until it is closed.
   *
   * @throws InterruptedException when this thread is interrupted meanwhile
   */
  public void awaitClose() throws InterruptedException {
    server.join();
  }

  /** The calls that run now. */
  public RunningCalls calls() {
    return calls;
  }

  @Override
  public void close() {
    try {
      server.stop();
    } finally {
      calls.close();
    }
  }
}
