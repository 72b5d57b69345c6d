/** Who calls: a file of names, roles and password hashes. */
module org.calmanchor.callers {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires com.nimbusds.jose.jwt;
  requires java.naming;
  requires org.slf4j;
  requires org.calmanchor.yaml;
  requires org.snakeyaml.engine;
  requires password4j;

  exports org.calmanchor.callers;
}
