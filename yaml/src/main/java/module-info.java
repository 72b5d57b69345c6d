/** Reads YAML files: an internal module of Calm Anchor. */
module org.calmanchor.yaml {
  requires static transitive org.jspecify;
  requires transitive org.snakeyaml.engine;

  exports org.calmanchor.yaml;
}
