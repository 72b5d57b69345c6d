/** The services of a host as a configuration says, whatever server it runs on. */
module org.calmanchor.deployment {
  requires transitive org.calmanchor.configuration;
  requires transitive org.calmanchor.web;
  requires org.calmanchor.callers;
  requires static transitive org.jspecify;

  exports org.calmanchor.deployment;

  uses org.calmanchor.core.stores.StoresProvider;
  uses org.calmanchor.web.hosting.MetricsProvider;
}
