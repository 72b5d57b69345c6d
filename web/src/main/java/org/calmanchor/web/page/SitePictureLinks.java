package org.calmanchor.web.page;

/**
 * Links from the picture of a service to those of its operations, and from the picture of an
 * operation to its form.
 */
final class SitePictureLinks extends DocumentLinks {
  private final ServiceSite service;
  private final String page;
  private final String drawn;

  SitePictureLinks(ServiceSite service, ExplainedWsdl wsdl, String page, String drawn) {
    super(wsdl);
    this.service = service;
    this.page = page;
    this.drawn = drawn;
  }

  @Override
  public String operation(String name) {
    if (drawn.isEmpty()) {
      return service.root() + service.explained(name);
    }
    return page.isEmpty() ? super.operation(name) : page + "#" + name;
  }
}
