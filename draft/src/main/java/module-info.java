/** Java source written from a contract or a table, which is its user's from then on. */
module org.calmanchor.draft {
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires com.palantir.javapoet;
  requires java.compiler;
  requires transitive java.sql;

  exports org.calmanchor.draft;
  exports org.calmanchor.draft.table;
}
