/** Runnable jars, folders and WARs from a project's classes. */
module org.calmanchor.bundle {
  requires org.calmanchor.configuration;
  requires static transitive org.jspecify;

  exports org.calmanchor.bundle;
}
