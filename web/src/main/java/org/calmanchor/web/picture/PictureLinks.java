package org.calmanchor.web.picture;

import javax.xml.namespace.QName;

/** Where the parts of a picture lead to when they are clicked. */
public interface PictureLinks {
  /** No part is a link. */
  PictureLinks NONE =
      new PictureLinks() {
        @Override
        public String operation(String name) {
          return "";
        }

        @Override
        public String component(String kind, QName name) {
          return "";
        }
      };

  /** The URL for an operation; empty for none. */
  String operation(String name);

  /**
   * The URL for another component; empty for none.
   *
   * @param kind the name of the WSDL or XML Schema element that declares it
   */
  String component(String kind, QName name);
}
