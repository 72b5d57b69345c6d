/** Starts a host as a configuration says. */
module org.calmanchor.launch {
  requires transitive org.calmanchor.deployment;
  requires transitive org.calmanchor.host;
  requires java.management;
  requires org.calmanchor.tls;
  requires org.slf4j;
  requires static transitive org.jspecify;

  exports org.calmanchor.launch;
  exports org.calmanchor.launch.control;
}
