package org.calmanchor.host;

import java.time.Duration;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.web.hosting.HostSettings;

/**
 * Settings of a host of SOAP services with a server of its own. What is set here freezes at {@link
 * #start}. Not safe for several threads.
 *
 * <pre>{@code
 * try (RunningHost host = SoapHost.onPort(8080).serve("/berths", new BerthDesk()).start()) {
 *   host.awaitClose();
 * }
 * }</pre>
 */
public final class SoapHost extends HostSettings<SoapHost> {
  private static final int MOST_PORT = 65_535;
  private final ServerSettings server;

  private SoapHost(int port) {
    this.server = new ServerSettings(requirePort(port));
  }

  private static int requirePort(int port) {
    if (port < 0 || port > MOST_PORT) {
      throw new IllegalArgumentException(
          "a port is 0 (any free one) to " + MOST_PORT + ", not " + port);
    }
    return port;
  }

  @Override
  protected SoapHost self() {
    return this;
  }

  /** Creates a host on {@code port} of the loopback address; 0 means any free port. */
  public static SoapHost onPort(int port) {
    return new SoapHost(port);
  }

  /**
   * Loads the classes of the server on another thread. A program that calls this before it reads
   * contracts starts faster if it has more than one core.
   */
  public static void prepare() {
    ServerWarmUp.start();
  }

  /** Listens at {@code address} instead of loopback; {@code 0.0.0.0} means every address. */
  public SoapHost bind(String address) {
    server.bind = address;
    return this;
  }

  /**
   * Sets whether services will be replaced while the host runs ({@link #replaceServicesOf}); open
   * test pages then follow.
   */
  public SoapHost reloads(boolean on) {
    server.isReloaded = on;
    return this;
  }

  /** Speaks TLS, and nothing else: addresses begin with {@code https}. */
  public SoapHost tls(Tls tls) {
    server.tls = tls;
    return this;
  }

  /**
   * Says how the host is at a port of its own instead of that for calls, by plain HTTP. It is open
   * before and after that for calls.
   *
   * @param other 0 for any free one
   */
  public SoapHost healthPort(int other) {
    server.healthPort = requirePort(other);
    return this;
  }

  /**
   * Sets how long the host still serves after the process was told to end, while it says that it is
   * not ready, so that nobody sends it new calls. The default is 10 seconds, or nothing if only
   * this machine can reach it.
   *
   * @throws IllegalArgumentException when it is negative
   */
  public SoapHost drainTime(Duration time) {
    server.drainTime = requireTime(time);
    return this;
  }

  /**
   * Starts listening.
   *
   * @throws PortTakenException when the port is in use
   * @throws KeysException when the key of TLS cannot be used
   * @throws IllegalArgumentException when an address is not one of this machine, an operation is
   *     for certain callers and the host knows none, or something that is switched off or not
   *     listed is not there
   */
  public RunningHost start() {
    return HostStart.of(this, server);
  }

  /**
   * Serves the services of this on a running host from now on, instead of those that it had. Its
   * port and settings stay; what this says about them is not used. Running calls end normally on
   * the former services, whose objects are closed then. Open test pages get the new forms, and keep
   * what was typed.
   *
   * @param changes what has changed, for the test pages
   * @throws IllegalStateException when {@code running} was started without {@link #reloads}
   */
  public void replaceServicesOf(RunningHost running, String changes) {
    running.hosted().replaceServices(this, changes);
  }
}
