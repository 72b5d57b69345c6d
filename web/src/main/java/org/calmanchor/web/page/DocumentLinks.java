package org.calmanchor.web.page;

import javax.xml.namespace.QName;
import org.calmanchor.web.picture.PictureLinks;

/** Links from a picture to the lines of the WSDL document on the same page. */
class DocumentLinks implements PictureLinks {
  private final ExplainedWsdl wsdl;

  DocumentLinks(ExplainedWsdl wsdl) {
    this.wsdl = wsdl;
  }

  @Override
  public String operation(String name) {
    return wsdl.link("operation", name);
  }

  @Override
  public String component(String kind, QName name) {
    return wsdl.link(kind, name.getLocalPart());
  }
}
