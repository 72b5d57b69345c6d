/** Real servers that tests and the example of a cluster start. */
module org.calmanchor.servers {
  requires static org.jspecify;

  exports org.calmanchor.servers;
}
