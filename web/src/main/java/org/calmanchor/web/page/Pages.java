package org.calmanchor.web.page;

import java.util.List;
import java.util.Map;
import org.calmanchor.web.event.Reload;
import org.calmanchor.web.picture.ContractPicture;
import org.calmanchor.web.picture.PictureLinks;
import org.calmanchor.web.rendering.Templates;
import org.jspecify.annotations.Nullable;

/** Renders the pages from their templates. Safe for any number of threads. */
public final class Pages {
  /** The list of services. */
  public String index(List<ServiceSite> services, String base, boolean showsPages) {
    return Templates.render(
        "index.jte", Map.of("services", services, "base", base, "showsPages", showsPages));
  }

  /**
   * A service's test page.
   *
   * @param reload the last reload of the site, or null if its services stay
   */
  public String service(ServiceSite service, String address, @Nullable Reload reload) {
    String edition = reload == null ? "" : String.valueOf(reload.number());
    return Templates.render(
        "service.jte", Map.of("service", service, "address", address, "edition", edition));
  }

  /** The form of an operation, with all around it. */
  public String operation(ServiceSite service, OperationView operation) {
    return Templates.render("operation.jte", Map.of("service", service, "operation", operation));
  }

  /** The fields of structures, which forms copy. */
  public String structures(List<TypeView> structures) {
    return Templates.render("structures.jte", Map.of("structures", structures));
  }

  /**
   * A service's page for those who do not see its test page.
   *
   * @param audience who sees it, in a sentence
   */
  public String closed(ServiceSite service, String address, String audience) {
    return Templates.render(
        "closed.jte", Map.of("service", service, "address", address, "audience", audience));
  }

  /**
   * A service's WSDL document, explained.
   *
   * @param page where operations can be tried; empty for nowhere
   * @param operation the operation that is drawn; empty for the whole service
   */
  public String explained(ServiceSite service, String address, String page, String operation) {
    ExplainedWsdl wsdl = new ExplainedWsdl(service.contract(), address, service.document(address));
    PictureLinks links = new SitePictureLinks(service, wsdl, page, operation);
    return explained(service, wsdl, page, operation, links, "");
  }

  /**
   * A service's WSDL document, explained in a page that stands alone.
   *
   * @param style its style sheet
   */
  public String explainedFile(ServiceSite service, String address, String style) {
    ExplainedWsdl wsdl = new ExplainedWsdl(service.contract(), address, service.document(address));
    return explained(service, wsdl, "", "", new DocumentLinks(wsdl), style);
  }

  private String explained(
      ServiceSite service,
      ExplainedWsdl wsdl,
      String page,
      String operation,
      PictureLinks links,
      String style) {
    ContractPicture picture = new ContractPicture(service.addressed(wsdl.address()), links);
    return Templates.render(
        "explained.jte",
        Map.of(
            "service",
            service,
            "wsdl",
            wsdl,
            "page",
            page,
            "style",
            style,
            "drawn",
            operation,
            "picture",
            operation.isEmpty()
                ? picture.services()
                : picture.operation(service.contract().operation(operation))));
  }

  /** The page for an unknown path. */
  public String missing(String path, List<ServiceSite> services, String base, boolean showsPages) {
    return Templates.render(
        "missing.jte",
        Map.of(
            "path",
            path,
            "root",
            RelativeRoot.from(path),
            "services",
            services,
            "base",
            base,
            "showsPages",
            showsPages));
  }
}
