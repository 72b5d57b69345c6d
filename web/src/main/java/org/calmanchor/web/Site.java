package org.calmanchor.web;

import java.io.Closeable;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.web.access.MessageLog;
import org.calmanchor.web.caller.TransportCallers;
import org.calmanchor.web.event.Reload;
import org.calmanchor.web.event.ServedExchange;
import org.calmanchor.web.exchange.ExchangeEvents;
import org.calmanchor.web.exchange.ExchangeLog;
import org.calmanchor.web.exchange.RecordedExchange;
import org.calmanchor.web.health.Health;
import org.calmanchor.web.http.BufferedResponse;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.calmanchor.web.http.QueryParameters;
import org.calmanchor.web.page.ServiceSite;
import org.calmanchor.web.page.ServiceState;
import org.calmanchor.web.proxy.RefusedForwardingException;
import org.jspecify.annotations.Nullable;

/**
 * All services of one host: their endpoints, documents and pages, and an index. Its services never
 * change, so that a host swaps the whole site for another. Safe for any number of threads.
 */
public final class Site {
  /** What the paths of the files begin with that pages need. */
  public static final String ASSETS = Assets.PATH;

  private final Map<String, HostedService> services = new LinkedHashMap<>();
  private final Map<String, List<ServiceSite>> sites = new LinkedHashMap<>();
  private final SitePages pages;
  private final HostRule hosts;
  private final SiteSettings settings;
  private final @Nullable ExchangeLog log;
  private final ExchangeEvents events;
  private final @Nullable Reload reload;

  /**
   * Creates a site of these services.
   *
   * @throws IllegalArgumentException when two have the same path
   */
  public Site(List<HostedService> hosted, SiteSettings settings) {
    this.settings = settings;
    this.hosts = new HostRule(settings);
    this.log = logFor(settings);
    this.events = new ExchangeEvents();
    this.reload = settings.isReloaded() ? Reload.none() : null;
    putAll(hosted);
    this.pages = new SitePages(sites, hosts, settings, log, reload);
  }

  private Site(Site former, List<HostedService> hosted, Reload reload) {
    this.settings = former.settings;
    this.hosts = former.hosts;
    this.log = former.log;
    this.events = former.events;
    this.reload = reload;
    putAll(hosted);
    this.pages = former.pages.reloaded(sites, reload);
  }

  private void putAll(List<HostedService> hosted) {
    for (HostedService service : hosted) {
      if (services.put(service.path(), service) != null) {
        throw new IllegalArgumentException("two services have the path " + service.path());
      }
      if (settings.health() != null && settings.health().isAt(service.path())) {
        throw new IllegalArgumentException(
            service.path() + " is a path of health; give the service or health another one");
      }
      put(service, service.target().sites(service.path()));
    }
  }

  private Site(Site former, HostedService changed) {
    this.settings = former.settings;
    this.hosts = former.hosts;
    this.log = former.log;
    this.events = former.events;
    this.reload = former.reload;
    services.putAll(former.services);
    sites.putAll(former.sites);
    services.put(changed.path(), changed);
    put(changed, former.sites.getOrDefault(changed.path(), List.of()));
    this.pages = former.pages.of(sites);
  }

  private static @Nullable ExchangeLog logFor(SiteSettings settings) {
    if (settings.keptExchanges() > 0) {
      return ExchangeLog.ofAll(settings.keptExchanges());
    }
    return settings.pages().audience() != PageAudience.NOBODY && settings.keepsExchanges()
        ? ExchangeLog.forPages()
        : null;
  }

  private CallerSources sources() {
    TransportCallers callers = settings.callers();
    return callers == null ? CallerSources.NONE : callers.sources();
  }

  private void put(HostedService service, List<ServiceSite> atPath) {
    ServiceState state =
        new ServiceState(service.isListed(), service.target().switchedOff(), sources());
    sites.put(service.path(), atPath.stream().map(each -> each.in(state)).toList());
  }

  /** The paths of its services, in the order in which they were given. */
  public List<String> paths() {
    return List.copyOf(services.keySet());
  }

  /**
   * The services at {@code path}.
   *
   * @throws IllegalArgumentException when nothing is
   */
  public HostedService hosted(String path) {
    HostedService hosted = services.get(path);
    if (hosted == null) {
      throw new IllegalArgumentException(
          "nothing is served at "
              + path
              + (services.isEmpty() ? "" : "; there is " + String.join(", ", services.keySet())));
    }
    return hosted;
  }

  /**
   * This site with some operations of the service at {@code path} switched off, and all its others
   * on. The new site shares everything else with this one, including the recorded exchanges.
   *
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public Site switchingOff(String path, Set<String> operations) {
    HostedService hosted = hosted(path);
    return new Site(this, hosted.with(hosted.endpoint().switchingOff(operations)));
  }

  /**
   * This site with the service at {@code path} in the index, or without it there.
   *
   * @throws IllegalArgumentException when there is no such service
   */
  public Site listing(String path, boolean isInIndex) {
    return new Site(this, hosted(path).listed(isInIndex));
  }

  /**
   * A site of other services, which shares everything else with this one; its pages say what has
   * changed. Open pages are told.
   *
   * @param changes what has changed, for people
   * @throws IllegalArgumentException when two services have the same path
   * @throws IllegalStateException when the settings do not say that services are replaced
   */
  public Site reloaded(List<HostedService> hosted, String changes) {
    return announced(new Site(this, hosted, former().done(changes)));
  }

  /** This site, whose pages say why its services could not be replaced. Open pages are told. */
  public Site reloadFailed(String problems) {
    return announced(new Site(this, List.copyOf(services.values()), former().failed(problems)));
  }

  private Reload former() {
    if (reload == null) {
      throw new IllegalStateException("the settings of this site say that services stay");
    }
    return reload;
  }

  private Site announced(Site next) {
    events.reloaded(next.former());
    return next;
  }

  /**
   * Answers a request.
   *
   * @return completes when the answer was handed over in full
   * @throws IOException when the caller has gone
   */
  public CompletionStage<Void> handle(HttpRequest request, HttpResponse response)
      throws IOException {
    Health health = settings.health();
    if (health != null && health.isAt(request.path())) {
      health.answer(request, response, settings.showsPagesTo(request));
      return CompletableFuture.completedFuture(null);
    }
    try {
      return original(settings.trustedProxies().original(request), response);
    } catch (RefusedForwardingException refused) {
      BufferedResponse packed = new BufferedResponse(request, response);
      PageResponses.plain(packed, refused.status(), refused.sentence());
      packed.close();
      return CompletableFuture.completedFuture(null);
    }
  }

  /** The address of who sends a request, as a trusted proxy says it. */
  public String senderOf(HttpRequest request) {
    try {
      return settings.trustedProxies().original(request).remoteAddress();
    } catch (RefusedForwardingException refused) {
      return request.remoteAddress();
    }
  }

  /**
   * Refuses a request before its body has arrived, so that it takes no slot.
   *
   * @throws IOException when the caller has gone
   */
  public void refuse(HttpRequest request, HttpResponse response, Refusal why) throws IOException {
    HostedService service = services.get(request.path());
    if (service != null && !service.isForwarded() && hosts.allows(request)) {
      service
          .endpoint()
          .reportRefused(
              exchange(service, request, response, null, false), why.status(), why.sentence());
    }
    answer(why, request, response);
  }

  private static void answer(Refusal why, HttpRequest request, HttpResponse response)
      throws IOException {
    BufferedResponse packed = new BufferedResponse(request, response);
    if (why.isForNow()) {
      packed.header("Retry-After", "1");
    }
    if (why.status() == Refusal.LATE) {
      packed.header("Connection", "close");
    }
    PageResponses.plain(packed, why.status(), why.sentence());
    packed.close();
  }

  /** Answers a request as its client has sent it. */
  private CompletionStage<Void> original(HttpRequest request, HttpResponse response)
      throws IOException {
    HostedService service = services.get(request.path());
    boolean isPost = request.method().equals("POST");
    if (isPost && service != null && hosts.allows(request) && !isQuestion(request)) {
      return isCoded(request) ? coded(request, response) : call(service, request, response);
    }
    return isFollowing(service, request)
        ? events.open(request, response)
        : page(service, request, response);
  }

  /** Whether a page of this site asks to be told of exchanges. */
  private boolean isFollowing(@Nullable HostedService service, HttpRequest request) {
    return (log != null || reload != null)
        && service != null
        && request.method().equals("GET")
        && request.query() != null
        && "events".equals(QueryParameters.of(request.query()).value("page"))
        && hosts.allows(request)
        && !hosts.isFromElsewhere(request)
        && settings.showsPagesTo(request);
  }

  /**
   * The exchanges that have ended, the oldest first; none if they are not kept. Waits a second at
   * most for those that are open.
   */
  public List<ServedExchange> exchanges() throws InterruptedException {
    return log == null ? List.of() : log.exchanges();
  }

  /** Ends the streams of pages that follow the exchanges, because the host stops. */
  public void stopEvents() {
    events.close();
  }

  /**
   * Answers a request that is not a call: it takes a slot as calls do, and its response is
   * buffered.
   */
  private CompletionStage<Void> page(
      @Nullable HostedService service, HttpRequest request, HttpResponse response)
      throws IOException {
    Closeable slot;
    try {
      slot = settings.calls().beginPage(request.remoteAddress(), response::abort);
    } catch (Refusal refused) {
      answer(refused, request, response);
      return CompletableFuture.completedFuture(null);
    }
    BufferedResponse packed = new BufferedResponse(request, response);
    try {
      pages.answer(service, request, packed);
      packed.close();
    } finally {
      slot.close();
    }
    return CompletableFuture.completedFuture(null);
  }

  /** Whether the message has a transfer coding other than chunked (RFC 9112, section 6.1). */
  private static boolean isCoded(HttpRequest request) {
    String coding = request.header("Transfer-Encoding");
    return coding != null && !coding.strip().equalsIgnoreCase("chunked");
  }

  private CompletionStage<Void> coded(HttpRequest request, HttpResponse response)
      throws IOException {
    BufferedResponse packed = new BufferedResponse(request, response);
    packed.header("Connection", "close");
    PageResponses.plain(
        packed, 501, "Of transfer codings only chunks are known here; use Content-Encoding: gzip.");
    packed.close();
    return CompletableFuture.completedFuture(null);
  }

  /** Whether the request is a question of the test page. */
  private boolean isQuestion(HttpRequest request) {
    return request.query() != null
        && settings.showsPagesTo(request)
        && QueryParameters.of(request.query()).has("page");
  }

  private CompletionStage<Void> call(
      HostedService service, HttpRequest request, HttpResponse response) {
    RecordedExchange kept = log == null ? null : log.begin(request, response);
    MessageLog written = settings.messageLog();
    MessageLog wanting = written != null && written.takesNext() ? written : null;
    if (kept == null && wanting == null) {
      return handled(service, request, response);
    }
    RecordedExchange recorded = kept == null ? new RecordedExchange(request, response) : kept;
    return handled(service, recorded, recorded)
        .whenComplete(
            (done, failed) -> {
              recorded.end();
              if (log != null && kept != null) {
                log.add(kept);
                events.added(recorded.path());
              }
              if (wanting != null) {
                wanting.add(recorded.exchange());
              }
            });
  }

  /** Finds out who calls, before the message is read, and serves the call. */
  private CompletionStage<Void> handled(
      HostedService service, HttpRequest request, HttpResponse response) {
    TransportCallers callers = settings.callers();
    if (callers == null || service.isForwarded()) {
      return served(service, request, response, null);
    }
    Caller known = callers.known(request, service.roles());
    if (known != null) {
      return served(service, request, response, known);
    }
    CompletableFuture<TransportCallers.Finding> finding = callers.of(request).toCompletableFuture();
    if (finding.isDone()) {
      return found(service, request, response, finding.join());
    }
    return finding
        .thenApplyAsync(found -> found(service, request, response, found), request::resume)
        .thenCompose(served -> served);
  }

  private CompletionStage<Void> found(
      HostedService service,
      HttpRequest request,
      HttpResponse response,
      TransportCallers.Finding found) {
    TransportCallers.AuthenticationRefusal refusal = found.refusal();
    if (refusal == null) {
      return served(service, request, response, found.caller());
    }
    service
        .endpoint()
        .reportRefused(
            exchange(service, request, response, null, false),
            refusal.status(),
            refusal.sentence());
    BufferedResponse packed = new BufferedResponse(request, response);
    if (!refusal.challenge().isEmpty()) {
      packed.header("WWW-Authenticate", refusal.challenge());
    }
    if (refusal.retryAfter() > 0) {
      packed.header("Retry-After", Long.toString(refusal.retryAfter()));
    }
    try {
      PageResponses.plain(packed, refusal.status(), refusal.sentence());
      packed.close();
      return CompletableFuture.completedFuture(null);
    } catch (IOException callerGone) {
      response.abort();
      return CompletableFuture.completedFuture(null);
    }
  }

  private SoapExchange exchange(
      HostedService service,
      HttpRequest request,
      HttpResponse response,
      @Nullable Caller caller,
      boolean isPage) {
    return new SoapExchange(
        request,
        response,
        service.path(),
        caller,
        challenge(),
        settings.compressionRatio(),
        isPage);
  }

  private String challenge() {
    TransportCallers callers = settings.callers();
    return callers == null ? "" : callers.challenge();
  }

  private CompletionStage<Void> served(
      HostedService service, HttpRequest request, HttpResponse response, @Nullable Caller caller) {
    boolean isPage = hosts.isOwnPage(request) && settings.showsPagesTo(request);
    SoapExchange exchange = exchange(service, request, response, caller, isPage);
    CompletionStage<Void> handled = service.target().handle(exchange, exchange);
    return exchange.isPlain() ? handled : handled.thenRun(exchange::release);
  }
}
