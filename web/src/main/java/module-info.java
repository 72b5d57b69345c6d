/** All that an HTTP request can ask of hosted services, on a neutral request and response. */
module org.calmanchor.web {
  requires transitive org.calmanchor.core;
  requires transitive org.calmanchor.checks;
  requires static transitive org.jspecify;
  requires com.github.benmanes.caffeine;
  requires com.fasterxml.jackson.core;
  requires com.fasterxml.jackson.jr.ob;
  requires gg.jte.runtime;
  requires java.net.http;
  requires org.slf4j;

  exports org.calmanchor.web;
  exports org.calmanchor.web.access;
  exports org.calmanchor.web.caller;
  exports org.calmanchor.web.event;
  exports org.calmanchor.web.health;
  exports org.calmanchor.web.hosting;
  exports org.calmanchor.web.http;
  exports org.calmanchor.web.proxy;
  exports org.calmanchor.web.picture;
  exports org.calmanchor.web.handbook;
  exports org.calmanchor.web.report;
  exports org.calmanchor.web.stores;

  // The template engine runs the compiled templates, which are made after this is compiled.
  opens org.calmanchor.web.template to
      gg.jte.runtime;
}
