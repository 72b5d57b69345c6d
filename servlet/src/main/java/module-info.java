/** Hosts annotated objects as SOAP services inside a servlet container. */
module org.calmanchor.servlet {
  requires transitive org.calmanchor.web;
  requires transitive jakarta.servlet;
  requires static transitive org.jspecify;
  requires org.calmanchor.deployment;
  requires org.slf4j;

  exports org.calmanchor.servlet;

  provides jakarta.servlet.ServletContainerInitializer with
      org.calmanchor.servlet.FoundServices;
}
