package org.calmanchor.web.page;

import gg.jte.ContentType;
import gg.jte.TemplateEngine;
import gg.jte.output.StringOutput;
import java.util.List;
import java.util.Map;

/** Renders the pages from their templates. Safe for any number of threads. */
public final class Pages {
  private static final String TEMPLATES = "org.calmanchor.web.template";

  private final TemplateEngine engine =
      TemplateEngine.createPrecompiled(
          null, ContentType.Html, Pages.class.getClassLoader(), TEMPLATES);

  /** The list of services. */
  public String index(List<ServiceSite> services, String base, boolean showsPages) {
    return render(
        "index.jte", Map.of("services", services, "base", base, "showsPages", showsPages));
  }

  /** A service's test page. */
  public String service(ServiceSite service, String address) {
    return render("service.jte", Map.of("service", service, "address", address));
  }

  /** The form of an operation, with all around it. */
  public String operation(ServiceSite service, OperationView operation) {
    return render("operation.jte", Map.of("service", service, "operation", operation));
  }

  /** The fields of structures, which forms copy. */
  public String structures(List<TypeView> structures) {
    return render("structures.jte", Map.of("structures", structures));
  }

  /** A service's page if the test page is switched off. */
  public String closed(ServiceSite service, String address) {
    return render("closed.jte", Map.of("service", service, "address", address));
  }

  /**
   * A service's WSDL document, explained.
   *
   * @param page where operations can be tried; empty for nowhere
   * @param style the style sheet for a page that stands alone; empty for one of this site
   */
  public String explained(ServiceSite service, String address, String page, String style) {
    ExplainedWsdl wsdl = new ExplainedWsdl(service.contract(), address, service.document(address));
    return render(
        "explained.jte", Map.of("service", service, "wsdl", wsdl, "page", page, "style", style));
  }

  /** The page for an unknown path. */
  public String missing(String path, List<ServiceSite> services, String base, boolean showsPages) {
    return render(
        "missing.jte",
        Map.of("path", path, "services", services, "base", base, "showsPages", showsPages));
  }

  private String render(String template, Map<String, Object> parameters) {
    StringOutput output = new StringOutput(8192);
    engine.render(template, parameters, output);
    return output.toString();
  }
}
