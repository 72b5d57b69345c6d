package org.calmanchor.web;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.endpoint.Refusal;
import org.calmanchor.core.read.Reading;
import org.calmanchor.web.page.Pages;
import org.calmanchor.web.page.ServiceSite;
import org.calmanchor.web.page.ServiceState;
import org.jspecify.annotations.Nullable;

/**
 * All services of one host: their endpoints, documents and pages, and an index. Its services never
 * change, so that a host swaps the whole site for another. Safe for any number of threads.
 */
public final class Site {
  static final String ASSETS = "/calm-anchor";

  /** The documents of a service are kept for each address that it is asked for by, up to here. */
  private static final int KEPT_DOCUMENTS = 200;

  private final Map<String, Hosted> services = new LinkedHashMap<>();
  private final Map<String, List<ServiceSite>> sites = new LinkedHashMap<>();
  private final Map<String, Documents> documents;
  private final Pages rendered;
  private final Assets assets;
  private final HostRule hosts;
  private final SiteSettings settings;
  private final @Nullable ExchangeLog log;

  /**
   * A site of these services.
   *
   * @throws IllegalArgumentException when two have the same path
   */
  public Site(List<Hosted> hosted, SiteSettings settings) {
    this.settings = settings;
    this.documents = new ConcurrentHashMap<>();
    this.rendered = new Pages();
    this.assets = new Assets();
    this.hosts = new HostRule(settings);
    this.log = settings.showsPages() && settings.keepsExchanges() ? new ExchangeLog() : null;
    for (Hosted service : hosted) {
      if (services.put(service.path(), service) != null) {
        throw new IllegalArgumentException("two services have the path " + service.path());
      }
      List<ServiceSite> atPath = new ArrayList<>();
      for (Reading reading : service.endpoint().readings()) {
        atPath.add(new ServiceSite(service.path(), reading, atPath.isEmpty()));
      }
      put(service, atPath);
    }
  }

  private Site(Site former, Hosted changed) {
    this.settings = former.settings;
    this.documents = former.documents;
    this.rendered = former.rendered;
    this.assets = former.assets;
    this.hosts = former.hosts;
    this.log = former.log;
    services.putAll(former.services);
    sites.putAll(former.sites);
    services.put(changed.path(), changed);
    put(changed, former.sites.getOrDefault(changed.path(), List.of()));
  }

  private void put(Hosted service, List<ServiceSite> atPath) {
    ServiceState state = new ServiceState(service.isListed(), service.endpoint().switchedOff());
    sites.put(service.path(), atPath.stream().map(each -> each.in(state)).toList());
  }

  /**
   * What is served at {@code path}.
   *
   * @throws IllegalArgumentException when nothing is
   */
  public Hosted hosted(String path) {
    Hosted hosted = services.get(path);
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
   * on. Everything else, the exchanges kept so far included, is shared with this one.
   *
   * @throws IllegalArgumentException when there is no such service or operation
   */
  public Site switchingOff(String path, Set<String> operations) {
    Hosted hosted = hosted(path);
    return new Site(this, hosted.with(hosted.endpoint().switchingOff(operations)));
  }

  /**
   * Answers a request.
   *
   * @return completes when the answer was handed over in full
   * @throws IOException when the caller has gone
   */
  public CompletionStage<Void> handle(HttpRequest request, HttpResponse response)
      throws IOException {
    Hosted service = services.get(request.path());
    boolean isPost = request.method().equals("POST");
    if (isPost && service != null && hosts.allows(request) && !isQuestion(request)) {
      return isCoded(request) ? coded(request, response) : call(service, request, response);
    }
    return page(service, request, response);
  }

  /** Whatever is no call: it holds a slot as calls do, and is written as a whole, once. */
  private CompletionStage<Void> page(
      @Nullable Hosted service, HttpRequest request, HttpResponse response) throws IOException {
    PackedResponse packed = new PackedResponse(request, response);
    Closeable slot;
    try {
      slot = settings.calls().beginPage(request.remoteAddress(), response::abort);
    } catch (Refusal refused) {
      packed.header("Retry-After", "1");
      Answers.plain(packed, refused.status(), refused.sentence());
      packed.close();
      return CompletableFuture.completedFuture(null);
    }
    try {
      if (!hosts.allows(request)) {
        misdirected(request, packed);
      } else if (service != null && request.method().equals("POST")) {
        question(service, request, packed);
      } else if (!isGet(request)) {
        refuseMethod(service, request, packed);
      } else {
        get(service, request, packed);
      }
      packed.close();
    } finally {
      slot.close();
    }
    return CompletableFuture.completedFuture(null);
  }

  /** Whether the message comes in a transfer coding besides chunks (RFC 9112, section 6.1). */
  private static boolean isCoded(HttpRequest request) {
    String coding = request.header("Transfer-Encoding");
    return coding != null && !coding.strip().equalsIgnoreCase("chunked");
  }

  private CompletionStage<Void> coded(HttpRequest request, HttpResponse response)
      throws IOException {
    PackedResponse packed = new PackedResponse(request, response);
    packed.header("Connection", "close");
    Answers.plain(
        packed, 501, "Of transfer codings only chunks are known here; use Content-Encoding: gzip.");
    packed.close();
    return CompletableFuture.completedFuture(null);
  }

  private void get(@Nullable Hosted service, HttpRequest request, HttpResponse response)
      throws IOException {
    if (service != null) {
      document(service, request, response);
    } else if (request.path().equals("/")) {
      Answers.html(
          response, 200, rendered.index(listed(), hosts.baseOf(request), settings.showsPages()));
    } else if (request.path().startsWith(ASSETS + "/")) {
      assets.send(request, response);
    } else {
      missing(request, response);
    }
  }

  private static boolean isGet(HttpRequest request) {
    return request.method().equals("GET") || request.method().equals("HEAD");
  }

  private static void misdirected(HttpRequest request, HttpResponse response) throws IOException {
    Answers.plain(
        response,
        421,
        "This server was asked for by a name that it does not go by: "
            + request.authority()
            + ".\nUse localhost or the address that it is bound to; for another name, start it with"
            + " that name as its public URL.");
  }

  /** Whether the test page asks something of the server itself. */
  private boolean isQuestion(HttpRequest request) {
    return request.query() != null
        && settings.showsPages()
        && Query.of(request.query()).has("page");
  }

  private void question(Hosted service, HttpRequest request, HttpResponse response)
      throws IOException {
    Query query = Query.of(request.query());
    ServiceSite site = siteOf(service, query.value("service"));
    if (hosts.isFromElsewhere(request)) {
      Answers.plain(response, 403, "Only this server's own page may ask this.");
    } else if (site == null) {
      Answers.plain(response, 404, "There is no such service.");
    } else {
      new PageCalls(site, settings, log, hosts.baseOf(request) + service.path())
          .answer(String.valueOf(query.value("page")), request, response);
    }
  }

  private CompletionStage<Void> call(Hosted service, HttpRequest request, HttpResponse response) {
    RecordedExchange recorded = log == null ? null : log.begin(request, response);
    if (log == null || recorded == null) {
      return handled(service, request, response);
    }
    return handled(service, recorded, recorded)
        .whenComplete(
            (done, failed) -> {
              recorded.end();
              log.add(recorded);
            });
  }

  private CompletionStage<Void> handled(
      Hosted service, HttpRequest request, HttpResponse response) {
    boolean isPage = settings.showsPages() && hosts.isOwnPage(request);
    SoapExchange exchange =
        new SoapExchange(request, response, settings.compressionRatio(), isPage);
    CompletionStage<Void> handled = service.endpoint().handle(exchange, exchange);
    return exchange.isPlain() ? handled : handled.thenRun(exchange::release);
  }

  private List<ServiceSite> listed() {
    return sites.values().stream()
        .flatMap(List::stream)
        .filter(site -> site.state().isListed())
        .toList();
  }

  /** The service of that name, in any case; the first for none. */
  private @Nullable ServiceSite siteOf(Hosted hosted, @Nullable String name) {
    List<ServiceSite> atPath = sites.getOrDefault(hosted.path(), List.of());
    return name == null || name.isEmpty()
        ? atPath.get(0)
        : atPath.stream()
            .filter(site -> site.serviceName().equalsIgnoreCase(name))
            .findFirst()
            .orElse(null);
  }

  private void document(Hosted service, HttpRequest request, HttpResponse response)
      throws IOException {
    String base = hosts.baseOf(request);
    Query query = Query.of(request.query());
    String named = query.has("service") ? query.value("service") : query.value("wsdl");
    ServiceSite site = siteOf(service, named);
    boolean isAsked = query.isEmpty() || query.has("wsdl", "xsd", "service", "explained");
    if (site == null || !isAsked) {
      List<String> wsdls =
          sites.getOrDefault(service.path(), List.of()).stream()
              .map(each -> base + each.wsdl())
              .toList();
      Answers.plain(
          response,
          404,
          "There is no \"?"
              + request.query()
              + "\" here. The WSDL is at "
              + String.join(", ", wsdls)
              + ", the service's page at "
              + base
              + service.path());
    } else if (query.has("wsdl", "xsd")) {
      documents(site, base + service.path()).send(query, response);
    } else if (query.has("explained")) {
      explained(site, base + service.path(), query.has("download"), response);
    } else {
      String address = base + service.path();
      String page =
          settings.showsPages() ? rendered.service(site, address) : rendered.closed(site, address);
      Answers.html(response, 200, page);
    }
  }

  private Documents documents(ServiceSite site, String address) {
    String key = site.serviceName() + " " + address;
    Documents known = documents.get(key);
    if (known == null) {
      known = new Documents(site, address);
      if (documents.size() < KEPT_DOCUMENTS) {
        documents.put(key, known);
      }
    }
    return known;
  }

  private void explained(ServiceSite site, String address, boolean isFile, HttpResponse response)
      throws IOException {
    if (isFile) {
      String page = rendered.explained(site, address, "", assets.text("page.css"));
      response.header(
          "Content-Disposition", "attachment; filename=\"" + site.serviceName() + ".html\"");
      Answers.html(response, 200, page);
    } else {
      String page = settings.showsPages() ? site.page() : "";
      Answers.html(response, 200, rendered.explained(site, address, page, ""));
    }
  }

  private static void refuseMethod(
      @Nullable Hosted service, HttpRequest request, HttpResponse response) throws IOException {
    String allowed = service == null ? "GET, HEAD" : "GET, HEAD, POST";
    response.header("Allow", allowed);
    if (request.method().equals("OPTIONS")) {
      Answers.plain(response, 200, "Allowed here: " + allowed);
      return;
    }
    String hint =
        service == null
            ? "There is no service at " + request.path() + "; GET / lists those there are."
            : "Send SOAP requests with POST; GET shows the service's page.";
    Answers.plain(response, service == null && request.method().equals("POST") ? 404 : 405, hint);
  }

  private void missing(HttpRequest request, HttpResponse response) throws IOException {
    Answers.html(
        response,
        404,
        rendered.missing(request.path(), listed(), hosts.baseOf(request), settings.showsPages()));
  }
}
