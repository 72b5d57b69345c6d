/** Runnable jars, folders and WARs from a project's classes. */
module org.calmanchor.bundle {
  requires static transitive org.jspecify;

  exports org.calmanchor.bundle;
}
