/** The command line: {@code calm-anchor}. */
module org.calmanchor.cli {
  requires transitive org.calmanchor.host;
  requires transitive info.picocli;
  requires transitive org.calmanchor.client;
  requires org.calmanchor.callers;
  requires org.calmanchor.bundle;
  requires transitive org.calmanchor.configuration;
  requires transitive org.calmanchor.deployment;
  requires transitive org.calmanchor.launch;
  requires org.calmanchor.tls;
  requires org.calmanchor.checks;
  requires org.calmanchor.draft;
  requires transitive org.calmanchor.standin;
  requires directory.watcher;
  requires io.github.javadiffutils;
  requires com.fasterxml.jackson.core;
  requires com.fasterxml.jackson.jr.ob;
  requires java.net.http;
  requires java.sql;
  requires static transitive org.jspecify;

  exports org.calmanchor.cli;
  exports org.calmanchor.cli.classes;
  exports org.calmanchor.cli.terminal;

  opens org.calmanchor.cli to
      info.picocli;
  opens org.calmanchor.cli.classes to
      info.picocli;
  opens org.calmanchor.cli.bundle to
      info.picocli;
  opens org.calmanchor.cli.callers to
      info.picocli;
  opens org.calmanchor.cli.configuration to
      info.picocli;
  opens org.calmanchor.cli.control to
      info.picocli;
  opens org.calmanchor.cli.serve to
      info.picocli;
  opens org.calmanchor.cli.check to
      info.picocli;
  opens org.calmanchor.cli.draft to
      info.picocli;
  opens org.calmanchor.cli.shell to
      info.picocli;
  opens org.calmanchor.cli.standin to
      info.picocli;

  uses java.sql.Driver;

  provides org.calmanchor.cli.Subcommand with
      org.calmanchor.cli.bundle.BundleCommand,
      org.calmanchor.cli.callers.CallersCommand,
      org.calmanchor.cli.check.CheckCommand,
      org.calmanchor.cli.configuration.ConfigCommand,
      org.calmanchor.cli.control.SwitchCommand,
      org.calmanchor.cli.draft.DraftCommand,
      org.calmanchor.cli.serve.ServeCommand,
      org.calmanchor.cli.shell.CompletionCommand,
      org.calmanchor.cli.shell.ManCommand,
      org.calmanchor.cli.standin.StandInCommand;

  uses org.calmanchor.cli.Subcommand;
}
