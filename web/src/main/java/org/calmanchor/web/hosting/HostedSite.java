package org.calmanchor.web.hosting;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.EndpointSettings;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.observe.BatchedObservers;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.ServedOperation;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.core.stores.HostStores;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.calmanchor.web.HostedService;
import org.calmanchor.web.PageAccess;
import org.calmanchor.web.PageAudience;
import org.calmanchor.web.Site;
import org.calmanchor.web.SiteSettings;
import org.calmanchor.web.caller.TransportCallers;
import org.calmanchor.web.event.ServedExchange;
import org.calmanchor.web.health.Health;
import org.calmanchor.web.proxy.TrustedProxies;
import org.calmanchor.web.stores.MemoryStores;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The services of a host with everything that they need to run, but the server: it passes each
 * request to {@link #site}. Safe for any number of threads.
 */
public final class HostedSite implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(HostedSite.class);

  private final Health health;
  private final EndpointSettings serving;
  private final ExemptAddresses exempt;
  private final boolean isReloaded;
  private final PageAccess pages;
  private final @Nullable CallerVerification verification;
  private final StartedParts parts = new StartedParts();
  private volatile Site site;

  /** The paths whose state somebody has changed, now or before the start; a reload keeps it. */
  private final Set<String> changed = new HashSet<>();

  /**
   * What a server knows about the place of a site.
   *
   * @param boundAddress what the server was told to listen at; null for loopback, or if it is not
   *     known
   * @param pages who sees test pages, unless the settings say it
   * @param isReloaded whether services will be replaced, which pages then follow
   * @param hasHealth whether the site says how it is; if not, that is asked elsewhere
   */
  public record Place(
      @Nullable String boundAddress, PageAudience pages, boolean isReloaded, boolean hasHealth) {}

  /**
   * Prepares a site. Its services are not started yet.
   *
   * @throws IllegalArgumentException when an operation is for certain callers and the host knows
   *     none, or something that is switched off or not listed is not there
   */
  public static HostedSite of(HostSettings<?> settings, Health health, Place place) {
    settings.services.requireStates();
    if (!settings.callers.isAny()) {
      settings.services.requireNoCallers();
    }
    return new HostedSite(settings, health, place);
  }

  private HostedSite(HostSettings<?> settings, Health health, Place place) {
    this.health = health;
    this.exempt = settings.exempt();
    this.isReloaded = place.isReloaded();
    this.pages = PageAccess.of(audience(settings, place));
    try {
      // What is added first is closed last: logs after the calls.
      for (CallObserver observer : settings.observers) {
        if (observer instanceof AutoCloseable closed) {
          parts.add(closed);
        }
      }
      if (settings.messageLog != null) {
        parts.add(settings.messageLog).open();
      }
      List<CallObserver> observers = observers(settings.observers);
      RunningCalls calls = parts.add(RunningCalls.watched(settings.limits, exempt));
      health.alsoAsks(List.of(calls.memory()));
      List<ServedOperation> operations = settings.services.operations();
      settings.observers.forEach(observer -> observer.started(calls, operations));
      HostStores stores = parts.add(settings.stores == null ? new MemoryStores() : settings.stores);
      CallerSources callers = remembering(settings.callers, stores);
      this.verification =
          callers.isAny() ? parts.add(new CallerVerification(callers, exempt)) : null;
      this.serving = serving(settings, observers, callers, verification, stores, calls);
      SiteSettings.Builder site =
          site(settings, place, verification, calls).pages(pages, settings.checks);
      this.site =
          new Site(
              settings.services.with(serving),
              site.health(place.hasHealth() ? health : null).build());
      changed.addAll(settings.services.restored());
      // Not kept in a field: a reload lets the former objects go.
      parts.services(settings.services.lifecycle(), calls);
    } catch (RuntimeException | Error failed) {
      parts.close();
      throw failed;
    }
  }

  /** Those that are told at once, and one that tells all others in batches. */
  private List<CallObserver> observers(List<CallObserver> all) {
    Map<Boolean, List<CallObserver>> byKind =
        all.stream().collect(Collectors.partitioningBy(CallObserver::isBatched));
    List<CallObserver> told = new ArrayList<>(byKind.getOrDefault(false, List.of()));
    List<CallObserver> batched = byKind.getOrDefault(true, List.of());
    if (!batched.isEmpty()) {
      told.add(parts.add(BatchedObservers.start(batched)));
    }
    return told;
  }

  private static SiteSettings.Builder site(
      HostSettings<?> settings,
      Place place,
      @Nullable CallerVerification verification,
      RunningCalls calls) {
    return SiteSettings.of(calls)
        .reachedAt(settings.publicUrl, place.boundAddress())
        .exchanges(settings.keepsExchanges, settings.keptExchanges)
        .messageLog(settings.messageLog)
        .compressionRatio(settings.limits.value(Limit.COMPRESSION_RATIO))
        .reloaded(place.isReloaded())
        .callers(verification == null ? null : new TransportCallers(verification))
        .trustedProxies(
            new TrustedProxies(
                settings.trustedProxies,
                settings.forwardingHeaders,
                settings.proxyClientAuthorities));
  }

  /** Has the stores remember what the sources do not remember themselves. */
  private static CallerSources remembering(CallerSources callers, HostStores stores) {
    CallerSources counted =
        callers.failures() == null ? callers.withFailures(stores.failures()) : callers;
    UsernameTokenSettings tokens = callers.usernameTokens();
    return tokens == null || tokens.memory() != null
        ? counted
        : counted.withUsernameTokens(tokens.rememberedBy(stores.replayMemory()));
  }

  private static PageAudience audience(HostSettings<?> settings, Place place) {
    if (settings.testPage != null) {
      return settings.testPage;
    }
    boolean isAlone = settings.publicUrl == null && settings.proxies.isEmpty();
    return isAlone ? place.pages() : PageAudience.NOBODY;
  }

  private static EndpointSettings serving(
      HostSettings<?> settings,
      List<CallObserver> observers,
      CallerSources callers,
      @Nullable CallerVerification verification,
      HostStores stores,
      RunningCalls calls) {
    UsernameTokenSettings tokens = callers.usernameTokens();
    return new EndpointSettings(
        settings.limits,
        settings.isLenient,
        settings.interceptors,
        observers,
        settings.headerHandlers,
        callers,
        verification == null || tokens == null ? null : new UsernameTokens(tokens, verification),
        stores.answers(settings.limits),
        stores.sessions(settings.limits, settings.exempt()),
        calls);
  }

  /**
   * Starts the objects of the services; {@link #close} closes them.
   *
   * @throws IllegalStateException when one fails; those before it are closed
   */
  public void start() {
    parts.services().start(new ServiceLifecycle());
  }

  /** From now on requests are answered, so that the host is ready if its services are. */
  public void serving() {
    health.serving(parts.services().readiness());
    if (pages.audience() != PageAudience.NOBODY) {
      LOG.info(pageNotice());
    }
  }

  /** Who sees test pages, and how they are opened if that takes a key. */
  public PageAccess pages() {
    return pages;
  }

  /** Who sees test pages, for people, in a line. */
  public String pageNotice() {
    String sentence = pages.audience().sentence();
    return pages.query().isEmpty()
        ? sentence
        : sentence + " Open the address of a service with " + pages.query();
  }

  /** The site that answers requests now; reloads and switches replace it. */
  public Site site() {
    return site;
  }

  /** Says how the host is. */
  public Health health() {
    return health;
  }

  /** The calls that are running. */
  public RunningCalls calls() {
    return serving.calls();
  }

  /** How many credentials wait to be verified. */
  public int waitingPasswords() {
    return verification == null ? 0 : verification.waitingCount();
  }

  /** How many sessions are kept in this process. */
  public int sessionCount() {
    return serving.sessions() == null ? 0 : serving.sessions().count();
  }

  /** The limits of calls. */
  public Limits limits() {
    return serving.limits();
  }

  /** The addresses that have no limit of their own. */
  public ExemptAddresses exempt() {
    return exempt;
  }

  /**
   * The exchanges that have ended, the oldest first; none unless they are recorded. Waits a second
   * at most for calls whose answers are being sent.
   *
   * @throws InterruptedException when this thread is interrupted meanwhile
   */
  public List<ServedExchange> exchanges() throws InterruptedException {
    return site.exchanges();
  }

  /**
   * Switches operations off: their callers get a fault that says so, and the index and the
   * service's page show it. Running calls end normally; the WSDL does not change.
   *
   * @param operations names of operations; no name means all at that path
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public synchronized void switchOff(String path, String... operations) {
    site = site.switchingOff(path, Switches.off(hosted(path), operations));
    changed.add(path);
  }

  /**
   * Switches operations on again.
   *
   * @param operations names of operations; no name means all at that path
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public synchronized void switchOn(String path, String... operations) {
    site = site.switchingOff(path, Switches.on(hosted(path), operations));
    changed.add(path);
  }

  /**
   * Puts the service at {@code path} into the index, or removes it there. It can be called as
   * before.
   *
   * @throws IllegalArgumentException when there is no such service
   */
  public synchronized void list(String path, boolean isInIndex) {
    site = site.listing(path, isInIndex);
    changed.add(path);
  }

  /** The state of each path now. */
  public List<PathState> states() {
    Site now = site;
    return now.paths().stream().map(path -> PathState.of(now.hosted(path))).toList();
  }

  private Endpoint hosted(String path) {
    return site.hosted(path).endpoint();
  }

  /**
   * Serves other services from now on. Running calls end normally on the former ones, whose objects
   * are closed then.
   *
   * @param changes what has changed, for the test pages
   * @throws RuntimeException when they cannot be served; the former ones go on then
   */
  public void replaceServices(HostSettings<?> settings, String changes) {
    if (!isReloaded) {
      throw new IllegalStateException("this host was not told that its services are replaced");
    }
    HostedServices services = settings.services;
    services.requireStates();
    if (!serving.callers().isAny()) {
      services.requireNoCallers();
    }
    ServiceLifecycle former = parts.services();
    services.lifecycle().start(former);
    try {
      reload(services, changes);
    } catch (RuntimeException | Error failed) {
      services.lifecycle().closeAllBut(former);
      throw failed;
    }
  }

  private synchronized void reload(HostedServices services, String changes) {
    site = site.reloaded(services.with(serving).stream().map(this::inState).toList(), changes);
    health.serving(services.lifecycle().readiness());
    parts.replace(services.lifecycle());
  }

  /** The service in the state that somebody has given its path since the start. */
  private HostedService inState(HostedService next) {
    if (!changed.contains(next.path()) || !site.paths().contains(next.path())) {
      return next;
    }
    HostedService former = site.hosted(next.path());
    HostedService listed = next.listed(former.isListed());
    if (next.isForwarded() || former.isForwarded()) {
      return listed;
    }
    Set<String> off = new HashSet<>(former.endpoint().switchedOff());
    off.retainAll(next.endpoint().operationNames());
    return listed.with(next.endpoint().switchingOff(off));
  }

  /**
   * Shows on open test pages why services could not be replaced. The former ones go on.
   *
   * @throws IllegalStateException when nobody said that services are replaced
   */
  public synchronized void reloadFailed(String problems) {
    site = site.reloadFailed(problems);
  }

  /** Closes the objects of the services, and all else that was started. */
  @Override
  public void close() {
    health.stopping();
    site.stopEvents();
    parts.close();
  }
}
