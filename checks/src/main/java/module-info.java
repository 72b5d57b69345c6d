/** Check files: an operation, its input, the outcome expected. */
module org.calmanchor.checks {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires org.calmanchor.yaml;
  requires org.snakeyaml.engine;

  exports org.calmanchor.checks;
}
