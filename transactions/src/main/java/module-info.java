/** Calls in transactions of a database. */
module org.calmanchor.transactions {
  requires transitive java.sql;
  requires java.logging;
  requires transitive org.calmanchor.core;
  requires static transitive org.jspecify;
  requires org.slf4j;

  exports org.calmanchor.transactions;
}
