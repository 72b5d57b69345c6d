/** A host that plays a contract from check files. */
module org.calmanchor.standin {
  requires transitive org.calmanchor.host;
  requires transitive org.calmanchor.checks;
  requires static transitive org.jspecify;

  exports org.calmanchor.standin;
}
