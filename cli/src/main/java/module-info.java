/** The command line: {@code calm-anchor}. */
module org.calmanchor.cli {
  requires transitive org.calmanchor.host;
  requires transitive info.picocli;
  requires org.calmanchor.client;
  requires org.calmanchor.checks;
  requires org.calmanchor.draft;
  requires io.github.javadiffutils;
  requires com.fasterxml.jackson.core;
  requires com.fasterxml.jackson.jr.ob;
  requires java.net.http;
  requires static transitive org.jspecify;

  exports org.calmanchor.cli;

  opens org.calmanchor.cli to
      info.picocli;

  uses org.calmanchor.cli.Subcommand;
}
