package org.calmanchor.web.hosting;

import java.net.URI;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.HeaderHandler;
import org.calmanchor.core.endpoint.Interceptor;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.logging.SecretNames;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.stores.HostStores;
import org.calmanchor.web.ForwardedService;
import org.calmanchor.web.PageAudience;
import org.calmanchor.web.access.AccessLog;
import org.calmanchor.web.access.MessageLog;
import org.calmanchor.web.health.Health;
import org.calmanchor.web.health.OperatorReport;
import org.calmanchor.web.proxy.Addresses;
import org.calmanchor.web.proxy.ForwardingHeaders;
import org.jspecify.annotations.Nullable;

/**
 * What a host of SOAP services can be told, whatever server it runs on. What is set here freezes
 * when the host starts. Not safe for several threads.
 *
 * @param <H> the settings of one kind of host
 */
public abstract class HostSettings<H extends HostSettings<H>> {
  private static final Duration STOP_TIME = Duration.ofSeconds(15);

  final HostedServices services = new HostedServices();
  @Nullable URI publicUrl;
  @Nullable PageAudience testPage;
  Limits limits = Limits.DEFAULT;
  boolean isLenient;
  final Set<String> proxies = new HashSet<>();
  final Set<String> trustedProxies = new HashSet<>();
  ForwardingHeaders forwardingHeaders = ForwardingHeaders.X_FORWARDED;
  List<X509Certificate> proxyClientAuthorities = List.of();
  boolean sharesLoopback;
  @Nullable Path checks;
  boolean keepsExchanges;
  int keptExchanges;
  CallerSources callers = CallerSources.NONE;
  String healthPath = "/health";
  Duration stopTime = STOP_TIME;
  final List<Readiness> readiness = new ArrayList<>();
  final List<Interceptor> interceptors = new ArrayList<>();
  final List<CallObserver> observers = new ArrayList<>();
  @Nullable MessageLog messageLog;
  @Nullable HostStores stores;
  final List<OperatorReport> reports = new ArrayList<>();
  final List<HeaderHandler> headerHandlers = new ArrayList<>();

  /** Settings with their defaults. */
  protected HostSettings() {}

  /** These settings. */
  protected abstract H self();

  /** The health of the host, which is starting. */
  public final Health health() {
    Health health = new Health(healthPath, BuildInfo.of(services.lifecycle().objects()));
    health.alsoAsks(readiness);
    health.alsoTells(reports);
    return health;
  }

  /** By what callers are known. */
  public final CallerSources callers() {
    return callers;
  }

  /** Whether they say how the outside reaches the host. */
  public final boolean isPublic() {
    return publicUrl != null;
  }

  /** How long calls may take to end when the host stops. */
  public final Duration stopTime() {
    return stopTime;
  }

  /** The addresses that have no limit of their own. */
  ExemptAddresses exempt() {
    return new ExemptAddresses(proxies, !sharesLoopback);
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
  public final H serve(String path, Object service) {
    return serve(path, ContractReader.read(service.getClass()), service);
  }

  /**
   * Serves {@code service} at {@code path} with an existing reading.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already whose
   *     messages could not be told apart from this one's, or the service lacks a method
   */
  public final H serve(String path, Reading reading, Object service) {
    services.add(path, Endpoint.of(reading, service), service);
    return self();
  }

  /**
   * Serves {@code type} at {@code path} with a new object for each call. If the object is
   * AutoCloseable, it is closed after the last byte of the answer.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   * @throws IllegalArgumentException as for any other service
   */
  public final <T> H serveNew(String path, Class<T> type, Supplier<? extends T> factory) {
    return serve(path, Endpoint.newForEachCall(type, factory));
  }

  /**
   * Serves {@code type} at {@code path} with an object for each session of a caller, who finds it
   * by a cookie; without one, a new session begins. One call at a time is in a session, others
   * wait. It ends by {@link org.calmanchor.core.endpoint.CallContext#endSession}, after {@link
   * Limit#SESSION_IDLE} without a call, with the host, or when there are more than {@link
   * Limit#SESSIONS}; then the object is closed, if it is AutoCloseable. A session belongs to the
   * caller who began it.
   *
   * @throws org.calmanchor.core.problem.ContractException with every problem of its contract
   * @throws IllegalArgumentException as for any other service
   */
  public final <T> H serveSession(String path, Class<T> type, Supplier<? extends T> factory) {
    return serve(path, Endpoint.newForEachSession(type, factory));
  }

  /**
   * Forwards the messages at {@code path} to a service elsewhere, and shows its test page. Only its
   * own addresses are called; redirects are not followed.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already
   */
  public final H forward(String path, ForwardedService service) {
    services.forward(path, service);
    return self();
  }

  /**
   * Serves an endpoint at {@code path}, such as one whose service takes and gives maps and lists.
   *
   * @throws IllegalArgumentException when the path is malformed, or has a service already whose
   *     messages could not be told apart from this one's
   */
  public final H serve(String path, Endpoint endpoint) {
    services.add(path, endpoint);
    return self();
  }

  /**
   * Removes the service at {@code path} from the index. It can still be called. The host refuses to
   * start with a path without a service.
   */
  public final H unlisted(String path) {
    services.unlist(path);
    return self();
  }

  /**
   * Starts with some operations switched off. The host refuses to start with a path without a
   * service, and with operations that are not there.
   *
   * @param operations names of operations; no name means all at that path
   */
  public final H switchOff(String path, String... operations) {
    services.switchOff(path, operations);
    return self();
  }

  /**
   * Starts with a path in the state in which somebody has left it, whatever was said before. A
   * reload keeps it.
   *
   * @param isListed whether the index shows it
   * @param switchedOff names of operations; the host refuses to start with ones that are not there
   */
  public final H restore(String path, boolean isListed, Collection<String> switchedOff) {
    services.restore(path, isListed, switchedOff);
    return self();
  }

  /**
   * What is served at each path, and in which state it will be at the start.
   *
   * @throws IllegalArgumentException when operations were switched off that are not there
   */
  public final List<PathState> states() {
    return services.states();
  }

  /** Sets the URL under which callers reach this host; every WSDL document contains it. */
  public final H publicUrl(URI url) {
    publicUrl = url;
    return self();
  }

  /**
   * Sets for whom services have a test page. By default browsers on this machine see it if the host
   * listens only at loopback, has no public URL and knows no proxies; else nobody does, nor in a
   * container.
   */
  public final H testPage(PageAudience audience) {
    testPage = audience;
    return self();
  }

  /**
   * Sets the folder in which the test page saves checks, each in its own file. It is created when
   * the first check is saved. Without a folder the page only offers checks for download.
   */
  public final H checks(Path folder) {
    checks = folder;
    return self();
  }

  /**
   * Writes a sentence about each call to the log {@code org.calmanchor.calls}: the operation, from
   * where and by whom it was called, how it ended, how long it took, and why there is no result.
   *
   * @param areResultsLogged false for only those calls that do not end with a result
   */
  public final H logCalls(boolean areResultsLogged) {
    return observe(new CallLog(areResultsLogged));
  }

  /**
   * Sets whether the test page shows the last exchanges of all callers with their envelopes; by
   * default it does not. Without a test page no exchanges are kept.
   */
  public final H keepExchanges(boolean on) {
    keepsExchanges = on;
    return self();
  }

  /**
   * Keeps each of the last {@code most} exchanges of all callers, for the code that started the
   * host; for tests, since it costs time and memory.
   *
   * @param most 1 at least
   */
  public final H recordExchanges(int most) {
    if (most < 1) {
      throw new IllegalArgumentException("at least 1 exchange is recorded, not " + most);
    }
    keptExchanges = most;
    return self();
  }

  /**
   * Sets a limit that is a count or a size. The defaults are in docs/limits.md.
   *
   * @param value inclusive; 1 at least
   * @throws IllegalArgumentException when it is out of range, or the limit is a time
   */
  public final H limit(Limit limit, long value) {
    limits = limits.with(limit, value);
    return self();
  }

  /**
   * Sets a limit that is a time: {@link Limit#READ_TIME}, {@link Limit#CALL_TIME} or {@link
   * Limit#IDLE_TIME}.
   *
   * @param time inclusive; one millisecond to 24 days
   * @throws IllegalArgumentException when it is out of range, or the limit is not a time
   */
  public final H limit(Limit limit, Duration time) {
    limits = limits.with(limit, time);
    return self();
  }

  /**
   * Sets whether elements may come in any order and unknown ones are ignored; by default messages
   * must conform to the published schema.
   */
  public final H lenient(boolean on) {
    isLenient = on;
    return self();
  }

  /**
   * Names addresses that many callers share, such as a proxy that is not believed: only the limits
   * for all callers apply to them, not those per address.
   *
   * @param addresses as numbers, such as {@code 192.0.2.10}
   * @throws IllegalArgumentException when one is no such address
   */
  public final H proxies(String... addresses) {
    for (String address : addresses) {
      proxies.add(Addresses.number(address));
    }
    return self();
  }

  /**
   * Names proxies that are trusted to say where requests come from: by {@code X-Forwarded-For},
   * {@code -Proto}, {@code -Host}, {@code -Port} and {@code -Prefix}, unless {@link
   * #forwardingHeaders} says otherwise. They must remove these headers from what their clients
   * send. The limits per address apply to the clients, not to these proxies.
   *
   * @param addresses as numbers, such as {@code 192.0.2.10}
   * @throws IllegalArgumentException when one is no such address
   */
  public final H trustedProxies(String... addresses) {
    for (String address : addresses) {
      trustedProxies.add(Addresses.number(address));
    }
    return proxies(addresses);
  }

  /** Sets in which headers trusted proxies say where requests come from; others do not count. */
  public final H forwardingHeaders(ForwardingHeaders form) {
    forwardingHeaders = form;
    return self();
  }

  /**
   * Takes the client certificates that trusted proxies pass on in {@code Client-Cert} and {@code
   * Client-Cert-Chain} (RFC 9440), if these authorities have issued them. Proxies must remove these
   * headers from what their clients send. Without this they do not count.
   */
  public final H proxyClientAuthorities(Collection<X509Certificate> authorities) {
    proxyClientAuthorities = List.copyOf(authorities);
    return self();
  }

  /**
   * Sets whether the limits per address also apply to loopback addresses; by default they do not,
   * because a proxy may run on the same machine.
   */
  public final H shareLoopback(boolean on) {
    sharesLoopback = on;
    return self();
  }

  /**
   * Sets who knows the callers. From then on every operation needs a caller, who sends a name and a
   * password by HTTP Basic, unless it is open to {@link org.calmanchor.annotations.Role#ANYONE};
   * and of operations that name roles, one of these. WSDL documents and the index stay open.
   */
  public final H callers(Callers callers) {
    return callers(this.callers.withPasswords(callers));
  }

  /**
   * Sets everything by which callers are known, such as bearer tokens and client certificates. Any
   * one way is enough; credentials that are wrong are refused even where none are needed.
   */
  public final H callers(CallerSources callers) {
    this.callers = callers;
    return self();
  }

  /**
   * Sets where the host keeps what it remembers from one call to the next: answers that may be
   * given again, nonces, counts of wrong credentials, and sessions. By default that is its memory;
   * hosts of one service can share a server. The host closes the stores when it has stopped.
   */
  public final H stores(HostStores kept) {
    stores = kept;
    return self();
  }

  /**
   * Sets what the paths begin with at which the host says how it is: {@code /live}, {@code /ready},
   * {@code /info}. The default is {@code /health}.
   *
   * @throws IllegalArgumentException when it is no path
   */
  public final H healthPath(String path) {
    healthPath = Health.requirePath(path);
    return self();
  }

  /** Adds something that can say that the host is not ready, such as a database that is away. */
  public final H ready(Readiness part) {
    readiness.add(part);
    return self();
  }

  /** Starts something else, too, with the services, in the order in which they are given. */
  public final H starts(Startable part) {
    services.lifecycle().add(new UnownedStartable(part));
    return self();
  }

  /**
   * Sets how long calls may take to end when the host stops; then they are broken off. The default
   * is 15 seconds.
   *
   * @throws IllegalArgumentException when it is negative
   */
  public final H stopTime(Duration time) {
    stopTime = requireTime(time);
    return self();
  }

  /**
   * Checks a time, and returns it.
   *
   * @throws IllegalArgumentException when it is negative
   */
  protected static Duration requireTime(Duration time) {
    if (time.isNegative()) {
      throw new IllegalArgumentException("a time is not negative: " + time);
    }
    return time;
  }

  /** Adds an interceptor around each call; the first one added is the outermost. */
  public final H intercept(Interceptor interceptor) {
    interceptors.add(interceptor);
    return self();
  }

  /**
   * Tells an observer of each call that has ended. If it is {@link AutoCloseable}, the host closes
   * it after all calls.
   */
  public final H observe(CallObserver observer) {
    observers.add(observer);
    return self();
  }

  /**
   * Writes a line about each call to a file, which is moved or removed by others when it is long,
   * or to the standard output.
   *
   * @param file where to; {@code -} for the standard output
   */
  public final H accessLog(Path file, AccessLog.Form form) {
    return observe(AccessLog.to(file, form));
  }

  /** Tells operators something, at the port of health or where test pages are shown. */
  public final H report(OperatorReport report) {
    reports.add(report);
    return self();
  }

  /**
   * Masks also the values of elements, attributes and HTTP headers that have one of these in their
   * names, in faults, logs, exchanges and on the page: from now on, in this whole process.
   *
   * @param names such as {@code taxNumber}; case, digits and other characters do not count
   * @throws IllegalArgumentException when one has fewer than three letters (a to z)
   */
  public final H secretNames(String... names) {
    SecretNames.add(List.of(names));
    return self();
  }

  /**
   * Writes both messages of one in so many calls to a file, with secrets masked.
   *
   * @param file where to; {@code -} for the standard output
   * @param oneIn 1 for all calls
   */
  public final H messageLog(Path file, long oneIn) {
    messageLog = MessageLog.to(file, oneIn);
    return self();
  }

  /** Adds a handler of header blocks that are not parameters of an operation. */
  public final H headerHandler(HeaderHandler handler) {
    headerHandlers.add(handler);
    return self();
  }
}
