package org.calmanchor.host;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.function.Supplier;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.HeaderHandler;
import org.calmanchor.core.endpoint.Interceptor;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.web.ForwardedService;
import org.calmanchor.web.health.Health;

/**
 * Settings of a host of SOAP services. What is set here freezes at {@link #start}. Not safe for
 * several threads.
 *
 * <pre>{@code
 * try (RunningHost host = SoapHost.onPort(8080).serve("/berths", new BerthDesk()).start()) {
 *   host.awaitClose();
 * }
 * }</pre>
 */
public final class SoapHost {
  private static final int MOST_PORT = 65_535;

  private final HostSettings settings;

  private SoapHost(int port) {
    this.settings = new HostSettings(requirePort(port));
  }

  private static int requirePort(int port) {
    if (port < 0 || port > MOST_PORT) {
      throw new IllegalArgumentException(
          "a port is 0 (any free one) to " + MOST_PORT + ", not " + port);
    }
    return port;
  }

  /** Creates a host on {@code port} of the loopback address; 0 means any free port. */
  public static SoapHost onPort(int port) {
    return new SoapHost(port);
  }

  /**
   * Serves {@code service}, an object of an annotated class or of a subclass, at {@code path}.
   * Several services may share a path, such as versions of one service with different namespaces;
   * the body element decides which of them gets a message.
   *
   * <p>The host starts the object if it is {@link Startable}, asks it if it is a {@link Readiness},
   * and closes it, after it has stopped, if it is {@link AutoCloseable}.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   * @throws IllegalArgumentException when the path is malformed, or has a service already whose
   *     messages could not be told apart from this one's
   */
  public SoapHost serve(String path, Object service) {
    return serve(path, ContractReader.read(service.getClass()), service);
  }

  /**
   * Serves {@code service} at {@code path} with an existing reading.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already whose
   *     messages could not be told apart from this one's, or the service lacks a method
   */
  public SoapHost serve(String path, Reading reading, Object service) {
    settings.services.add(path, Endpoint.of(reading, service), service);
    return this;
  }

  /**
   * Serves {@code type} at {@code path} with a new object for each call. If the object is
   * AutoCloseable, it is closed after the last byte of the answer.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   * @throws IllegalArgumentException as for any other service
   */
  public <T> SoapHost serveNew(String path, Class<T> type, Supplier<? extends T> factory) {
    return serve(path, Endpoint.newForEachCall(type, factory));
  }

  /**
   * Forwards the messages at {@code path} to a service elsewhere, and shows its test page. Only its
   * own addresses are called; redirects are not followed.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already
   */
  public SoapHost forward(String path, ForwardedService service) {
    settings.services.forward(path, service);
    return this;
  }

  /**
   * Serves an endpoint at {@code path}, such as one whose service takes and gives maps and lists.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already whose
   *     messages could not be told apart from this one's
   */
  public SoapHost serve(String path, Endpoint endpoint) {
    settings.services.add(path, endpoint);
    return this;
  }

  /**
   * Removes the service at {@code path} from the index. It can still be called. {@link #start}
   * refuses a path without a service.
   */
  public SoapHost unlisted(String path) {
    settings.services.unlist(path);
    return this;
  }

  /**
   * Starts with some operations switched off; {@link RunningHost#switchOn} switches them on. {@link
   * #start} refuses a path without a service, and operations that are not there.
   *
   * @param operations names of operations; no name means all at that path
   */
  public SoapHost switchOff(String path, String... operations) {
    settings.services.switchOff(path, operations);
    return this;
  }

  /** Listens at {@code address} instead of loopback; {@code 0.0.0.0} means every address. */
  public SoapHost bind(String address) {
    settings.bind = address;
    return this;
  }

  /** Sets the URL under which callers reach this host; every WSDL document contains it. */
  public SoapHost publicUrl(URI url) {
    settings.publicUrl = url;
    return this;
  }

  /**
   * Sets whether services have a test page. By default they have one only on loopback without a
   * public URL.
   */
  public SoapHost testPage(boolean on) {
    settings.testPage = on;
    return this;
  }

  /**
   * Sets the folder in which the test page saves checks, each in its own file. It is created when
   * the first check is saved. Without a folder the page only offers checks for download.
   */
  public SoapHost checks(Path folder) {
    settings.checks = folder;
    return this;
  }

  /**
   * Sets whether the test page shows the last exchanges of all callers with their envelopes; by
   * default it does not. Without a test page no exchanges are kept.
   */
  public SoapHost keepExchanges(boolean on) {
    settings.keepsExchanges = on;
    return this;
  }

  /**
   * Keeps each of the last {@code most} exchanges of all callers, for {@link
   * RunningHost#exchanges()}; for tests, since it costs time and memory.
   *
   * @param most 1 at least
   */
  public SoapHost recordExchanges(int most) {
    if (most < 1) {
      throw new IllegalArgumentException("at least 1 exchange is recorded, not " + most);
    }
    settings.keptExchanges = most;
    return this;
  }

  /**
   * Sets whether services will be replaced while the host runs ({@link #replaceServicesOf}); open
   * test pages then follow.
   */
  public SoapHost reloads(boolean on) {
    settings.isReloaded = on;
    return this;
  }

  /**
   * Sets a limit that is a count or a size. The defaults are in docs/limits.md.
   *
   * @param value inclusive; 1 at least
   * @throws IllegalArgumentException when it is out of range, or the limit is a time
   */
  public SoapHost limit(Limit limit, long value) {
    settings.limits = settings.limits.with(limit, value);
    return this;
  }

  /**
   * Sets a limit that is a time: {@link Limit#READ_TIME}, {@link Limit#CALL_TIME} or {@link
   * Limit#IDLE_TIME}.
   *
   * @param time inclusive; one millisecond to 24 days
   * @throws IllegalArgumentException when it is out of range, or the limit is not a time
   */
  public SoapHost limit(Limit limit, Duration time) {
    settings.limits = settings.limits.with(limit, time);
    return this;
  }

  /**
   * Sets whether elements may come in any order and unknown ones are ignored; by default messages
   * must conform to the published schema.
   */
  public SoapHost lenient(boolean on) {
    settings.isLenient = on;
    return this;
  }

  /**
   * Names addresses that forward the requests of many callers, such as a proxy: only the limits for
   * all callers apply to them, not those per address.
   *
   * @param addresses as numbers, such as {@code 192.0.2.10}
   * @throws IllegalArgumentException when one is no such address
   */
  public SoapHost proxies(String... addresses) {
    for (String address : addresses) {
      settings.proxies.add(ListenAddress.number(address));
    }
    return this;
  }

  /**
   * Names proxies that are trusted to say where requests come from: by {@code Forwarded} (RFC 7239)
   * or {@code X-Forwarded-For}, {@code -Proto}, {@code -Host}, {@code -Port} and {@code -Prefix},
   * and by {@code Client-Cert} (RFC 9440). They must remove these headers from what their clients
   * send. The limits per address apply to the clients, not to these proxies.
   *
   * @param addresses as numbers, such as {@code 192.0.2.10}
   * @throws IllegalArgumentException when one is no such address
   */
  public SoapHost trustedProxies(String... addresses) {
    for (String address : addresses) {
      settings.trustedProxies.add(ListenAddress.number(address));
    }
    return proxies(addresses);
  }

  /**
   * Sets whether the limits per address also apply to loopback addresses; by default they do not,
   * because a proxy may run on the same machine.
   */
  public SoapHost shareLoopback(boolean on) {
    settings.sharesLoopback = on;
    return this;
  }

  /**
   * Sets who knows the callers. From then on every operation needs a caller, who sends a name and a
   * password by HTTP Basic, unless it is open to {@link org.calmanchor.annotations.Role#ANYONE};
   * and of operations that name roles, one of these. WSDL documents and the index stay open.
   */
  public SoapHost callers(Callers callers) {
    return callers(settings.callers.withPasswords(callers));
  }

  /**
   * Sets everything by which callers are known, such as bearer tokens and client certificates. Any
   * one way is enough; credentials that are wrong are refused even where none are needed.
   */
  public SoapHost callers(CallerSources callers) {
    settings.callers = callers;
    return this;
  }

  /** Speaks TLS, and nothing else: addresses begin with {@code https}. */
  public SoapHost tls(Tls tls) {
    settings.tls = tls;
    return this;
  }

  /**
   * Sets what the paths begin with at which the host says how it is: {@code /live}, {@code /ready},
   * {@code /info}. The default is {@code /health}.
   *
   * @throws IllegalArgumentException when it is no path
   */
  public SoapHost healthPath(String path) {
    settings.healthPath = Health.requirePath(path);
    return this;
  }

  /**
   * Says how the host is at a port of its own instead of that for calls, by plain HTTP. It is open
   * before and after that for calls.
   *
   * @param other 0 for any free one
   */
  public SoapHost healthPort(int other) {
    settings.healthPort = requirePort(other);
    return this;
  }

  /** Adds something that can say that the host is not ready, such as a database that is away. */
  public SoapHost ready(Readiness part) {
    settings.readiness.add(part);
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
    settings.drainTime = requireTime(time);
    return this;
  }

  /**
   * Sets how long calls may take to end when the host stops; then they are broken off. The default
   * is 15 seconds.
   *
   * @throws IllegalArgumentException when it is negative
   */
  public SoapHost stopTime(Duration time) {
    settings.stopTime = requireTime(time);
    return this;
  }

  private static Duration requireTime(Duration time) {
    if (time.isNegative()) {
      throw new IllegalArgumentException("a time is not negative: " + time);
    }
    return time;
  }

  /** Adds an interceptor around each call; the first one added is the outermost. */
  public SoapHost intercept(Interceptor interceptor) {
    settings.interceptors.add(interceptor);
    return this;
  }

  /** Adds a handler of header blocks that are not parameters of an operation. */
  public SoapHost headerHandler(HeaderHandler handler) {
    settings.headerHandlers.add(handler);
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
    return HostStart.of(settings);
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
    HostStart.replace(running, settings, changes);
  }
}
