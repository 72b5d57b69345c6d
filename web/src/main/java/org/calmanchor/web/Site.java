package org.calmanchor.web;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.wsdl.WsdlWriter;
import org.calmanchor.web.page.Pages;
import org.calmanchor.web.page.ServiceSite;
import org.jspecify.annotations.Nullable;

/**
 * All services of one host: their endpoints, documents and pages, and an index. Immutable, safe for
 * any number of threads.
 */
public final class Site {
  static final String ASSETS = "/calm-anchor";

  private final Map<String, Hosted> services = new LinkedHashMap<>();
  private final Map<String, ServiceSite> pages = new LinkedHashMap<>();
  private final Pages rendered = new Pages();
  private final Assets assets = new Assets();
  private final HostRule hosts;
  private final SiteSettings settings;

  /**
   * A site of these services.
   *
   * @throws IllegalArgumentException when two have the same path
   */
  public Site(List<Hosted> hosted, SiteSettings settings) {
    this.settings = settings;
    this.hosts = new HostRule(settings);
    for (Hosted service : hosted) {
      if (services.put(service.path(), service) != null) {
        throw new IllegalArgumentException("two services have the path " + service.path());
      }
      pages.put(service.path(), new ServiceSite(service.path(), service.endpoint().contract()));
    }
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
    if (!hosts.allows(request)) {
      misdirected(request, response);
    } else if (service != null && request.method().equals("POST")) {
      return post(service, request, response);
    } else if (!isGet(request)) {
      refuseMethod(service, request, response);
    } else if (service != null) {
      document(service, request, response);
    } else if (request.path().equals("/")) {
      Answers.html(
          response, 200, rendered.index(List.copyOf(pages.values()), hosts.baseOf(request)));
    } else if (request.path().startsWith(ASSETS + "/")) {
      assets.send(request, response);
    } else {
      missing(request, response);
    }
    return CompletableFuture.completedFuture(null);
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

  private CompletionStage<Void> post(Hosted service, HttpRequest request, HttpResponse response)
      throws IOException {
    String query = query(request);
    if (query.startsWith("page=") && settings.showsPages()) {
      if (hosts.isFromElsewhere(request)) {
        Answers.plain(response, 403, "Only this server's own page may ask this.");
      } else {
        new PageCalls(pageOf(service)).answer(query.substring(5), request, response);
      }
      return CompletableFuture.completedFuture(null);
    }
    return service
        .endpoint()
        .handle(new SoapExchange(request, response), new SoapExchange(request, response));
  }

  private ServiceSite pageOf(Hosted service) {
    return Objects.requireNonNull(pages.get(service.path()));
  }

  private void document(Hosted service, HttpRequest request, HttpResponse response)
      throws IOException {
    String address = hosts.baseOf(request) + service.path();
    String query = query(request);
    if (query.equals("wsdl")) {
      String wsdl = WsdlWriter.write(service.endpoint().contract(), address);
      Answers.send(response, 200, "text/xml; charset=utf-8", wsdl.getBytes(StandardCharsets.UTF_8));
    } else if (!query.isEmpty()) {
      Answers.plain(
          response,
          404,
          "There is no \"?"
              + request.query()
              + "\" here. The WSDL is at "
              + address
              + "?wsdl, the service's page at "
              + address);
    } else {
      String page =
          settings.showsPages()
              ? rendered.service(pageOf(service), address)
              : rendered.closed(pageOf(service), address);
      Answers.html(response, 200, page);
    }
  }

  private static String query(HttpRequest request) {
    String query = request.query();
    return query == null ? "" : query.toLowerCase(Locale.ROOT);
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
        rendered.missing(request.path(), List.copyOf(pages.values()), hosts.baseOf(request)));
  }
}
