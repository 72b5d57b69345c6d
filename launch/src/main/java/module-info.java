/** Starts a host as a configuration says. */
module org.calmanchor.launch {
  requires transitive org.calmanchor.deployment;
  requires transitive org.calmanchor.host;
  requires org.calmanchor.tls;
  requires static transitive org.jspecify;

  exports org.calmanchor.launch;
}
