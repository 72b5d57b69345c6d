/** Implementations of annotated interfaces that call services. */
module org.calmanchor.client {
  requires transitive org.calmanchor.core;
  requires transitive java.net.http;
  requires static transitive org.jspecify;

  exports org.calmanchor.client;
}
