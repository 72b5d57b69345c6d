package org.calmanchor.web;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.web.event.Reload;
import org.calmanchor.web.exchange.ExchangeLog;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.calmanchor.web.http.QueryParameters;
import org.calmanchor.web.page.Pages;
import org.calmanchor.web.page.ServiceSite;
import org.calmanchor.web.question.QuestionHandler;
import org.jspecify.annotations.Nullable;

/**
 * Everything that a site answers besides calls: the index, pages, documents, the requests of the
 * test page, and what does not exist. Safe for any number of threads.
 */
final class SitePages {
  /**
   * A service's documents are kept for each address under which they are requested, for at most
   * this many addresses.
   */
  private static final int KEPT_DOCUMENTS = 200;

  private final Map<String, List<ServiceSite>> sites;
  private final Map<String, Documents> documents;
  private final Pages rendered;
  private final Assets assets;
  private final HostRule hosts;
  private final SiteSettings settings;
  private final @Nullable ExchangeLog log;
  private final @Nullable Reload reload;

  /** Creates the pages of services by path. */
  SitePages(
      Map<String, List<ServiceSite>> sites,
      HostRule hosts,
      SiteSettings settings,
      @Nullable ExchangeLog log,
      @Nullable Reload reload) {
    this.sites = sites;
    this.documents = new ConcurrentHashMap<>();
    this.rendered = new Pages();
    this.assets = new Assets();
    this.hosts = hosts;
    this.settings = settings;
    this.log = log;
    this.reload = reload;
  }

  /** The same pages for services in another state. */
  SitePages of(Map<String, List<ServiceSite>> changed) {
    return new SitePages(changed, this, documents, reload);
  }

  /** The pages of other services. */
  SitePages reloaded(Map<String, List<ServiceSite>> changed, Reload last) {
    return new SitePages(changed, this, new ConcurrentHashMap<>(), last);
  }

  private SitePages(
      Map<String, List<ServiceSite>> sites,
      SitePages former,
      Map<String, Documents> documents,
      @Nullable Reload reload) {
    this.sites = sites;
    this.documents = documents;
    this.reload = reload;
    this.rendered = former.rendered;
    this.assets = former.assets;
    this.hosts = former.hosts;
    this.settings = former.settings;
    this.log = former.log;
  }

  /** Answers a request that is not a call. */
  void answer(@Nullable HostedService service, HttpRequest request, HttpResponse response)
      throws IOException {
    if (!hosts.allows(request)) {
      misdirected(request, response);
    } else if (service != null && request.method().equals("POST")) {
      question(service, request, response);
    } else if (!isGet(request)) {
      refuseMethod(service, request, response);
    } else {
      get(service, request, response);
    }
  }

  private void get(@Nullable HostedService service, HttpRequest request, HttpResponse response)
      throws IOException {
    if (settings.pages().isOpening(request)) {
      settings.pages().open(request, response);
    } else if (service != null) {
      document(service, request, response);
    } else if (request.path().equals("/")) {
      PageResponses.html(
          response,
          200,
          rendered.index(listed(), hosts.baseOf(request), settings.showsPagesTo(request)));
    } else if (request.path().startsWith(Assets.PATH + "/")) {
      assets.send(request, response);
    } else {
      missing(request, response);
    }
  }

  private static boolean isGet(HttpRequest request) {
    return request.method().equals("GET") || request.method().equals("HEAD");
  }

  private static void misdirected(HttpRequest request, HttpResponse response) throws IOException {
    PageResponses.plain(
        response,
        421,
        "This server was asked for by a name that it does not go by: "
            + request.authority()
            + ".\nUse localhost or the address that it is bound to; for another name, start it with"
            + " that name as its public URL.");
  }

  private void question(HostedService service, HttpRequest request, HttpResponse response)
      throws IOException {
    QueryParameters query = QueryParameters.of(request.query());
    ServiceSite site = siteOf(service, query.value("service"));
    if (hosts.isFromElsewhere(request)) {
      PageResponses.plain(response, 403, "Only this server's own page may ask this.");
    } else if (site == null) {
      PageResponses.plain(response, 404, "There is no such service.");
    } else {
      new QuestionHandler(
              site, rendered, settings.checks(), log, hosts.baseOf(request) + service.path())
          .answer(String.valueOf(query.value("page")), request, response);
    }
  }

  private List<ServiceSite> listed() {
    return sites.values().stream()
        .flatMap(List::stream)
        .filter(site -> site.state().isListed())
        .toList();
  }

  /** The service with that name, in upper or lower case; the first service if the name is empty. */
  private @Nullable ServiceSite siteOf(HostedService hosted, @Nullable String name) {
    List<ServiceSite> atPath = sites.getOrDefault(hosted.path(), List.of());
    return name == null || name.isEmpty()
        ? atPath.get(0)
        : atPath.stream()
            .filter(site -> site.serviceName().equalsIgnoreCase(name))
            .findFirst()
            .orElse(null);
  }

  private void document(HostedService service, HttpRequest request, HttpResponse response)
      throws IOException {
    String base = hosts.baseOf(request);
    QueryParameters query = QueryParameters.of(request.query());
    String named = query.has("service") ? query.value("service") : query.value("wsdl");
    ServiceSite site = siteOf(service, named);
    boolean isAsked =
        query.isEmpty() || query.has("wsdl", "xsd", "document", "service", "explained", "key");
    if (site == null || !isAsked) {
      List<String> wsdls =
          sites.getOrDefault(service.path(), List.of()).stream()
              .map(each -> base + each.wsdl())
              .toList();
      PageResponses.plain(
          response,
          404,
          "There is no \"?"
              + request.query()
              + "\" here. The WSDL is at "
              + String.join(", ", wsdls)
              + ", the service's page at "
              + base
              + service.path());
    } else if (query.has("wsdl", "xsd", "document")) {
      documents(site, base + service.path()).send(query, response);
    } else if (query.has("explained")) {
      String page = settings.showsPagesTo(request) ? site.root() + site.page() : "";
      explained(site, base + service.path(), page, query, response);
    } else {
      String address = base + service.path();
      String page =
          settings.showsPagesTo(request)
              ? rendered.service(site, address, reload)
              : rendered.closed(site, address, settings.pages().audience().sentence());
      PageResponses.html(response, 200, page);
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

  private void explained(
      ServiceSite site, String address, String page, QueryParameters query, HttpResponse response)
      throws IOException {
    if (query.has("download")) {
      String file = rendered.explainedFile(site, address, assets.text("page.css"));
      response.header(
          "Content-Disposition", "attachment; filename=\"" + site.serviceName() + ".html\"");
      PageResponses.html(response, 200, file);
      return;
    }
    String operation = query.value("operation");
    if (operation != null && !site.hasOperation(operation)) {
      PageResponses.plain(
          response,
          404,
          "This service has no operation of that name; all are at " + site.explained());
      return;
    }
    PageResponses.html(
        response, 200, rendered.explained(site, address, page, operation == null ? "" : operation));
  }

  private static void refuseMethod(
      @Nullable HostedService service, HttpRequest request, HttpResponse response)
      throws IOException {
    String allowed = service == null ? "GET, HEAD" : "GET, HEAD, POST";
    response.header("Allow", allowed);
    if (request.method().equals("OPTIONS")) {
      PageResponses.plain(response, 200, "Allowed here: " + allowed);
      return;
    }
    String hint =
        service == null
            ? "There is no service at " + request.path() + "; GET / lists those there are."
            : "Send SOAP requests with POST; GET shows the service's page.";
    PageResponses.plain(
        response, service == null && request.method().equals("POST") ? 404 : 405, hint);
  }

  private void missing(HttpRequest request, HttpResponse response) throws IOException {
    PageResponses.html(
        response,
        404,
        rendered.missing(
            request.path(), listed(), hosts.baseOf(request), settings.showsPagesTo(request)));
  }
}
