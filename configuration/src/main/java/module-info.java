/** What a host can be told, by a file, the environment and options. */
module org.calmanchor.configuration {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires org.calmanchor.yaml;
  requires org.snakeyaml.engine;

  exports org.calmanchor.configuration;
}
