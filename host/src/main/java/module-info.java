/** Hosts annotated objects as SOAP services on an embedded HTTP server. */
module org.calmanchor.host {
  requires transitive org.calmanchor.web;
  requires static transitive org.jspecify;
  requires org.eclipse.jetty.alpn.server;
  requires org.eclipse.jetty.http2.server;
  requires org.eclipse.jetty.server;
  requires org.slf4j;

  exports org.calmanchor.host;
}
